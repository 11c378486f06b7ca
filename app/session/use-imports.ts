import { useEffect, useEffectEvent } from "react";
import { useLocation, useRevalidator } from "react-router";
import { useStore } from "zustand";
import { describeImport } from "~/words/book";
import { theImports } from "./imports";
import { useSay } from "./session";

/** Screens that show imports themselves. */
const SHOWN_ON = ["/", "/setup"];

/** Reports finished imports on every screen. */
export function useImportWatch() {
  const { store } = theImports;
  const done = useStore(store, ({ tasks }) => tasks.findLast(({ state }) => state.kind === "done"));
  const { revalidate } = useRevalidator();
  const { pathname } = useLocation();
  const say = useSay();
  const doneId = done?.id;
  const show = useEffectEvent(() => {
    if (done?.state.kind !== "done") return;
    void revalidate();
    if (!SHOWN_ON.includes(pathname)) say(describeImport(done.state.counts));
  });
  // Once per import.
  useEffect(() => {
    if (doneId !== undefined) show();
  }, [doneId]);
}
