import { lazy, Suspense } from "react";
import type { SaveState } from "~/data/autosave";
import type { SaveNoticeProps } from "./save-notice";

// Rarely needed, so it isn't part of the first screen.
const Notice = lazy(() => import("./save-notice")) as <Content>(props: SaveNoticeProps<Content>) => React.ReactNode;

const WORDS: Record<SaveState<unknown>["kind"], string> = {
  saved: "Saved",
  saving: "Saving…",
  binned: "Saved in the bin",
  conflict: "Not saved",
  gone: "Not saved",
  failed: "Not saved",
};

export function SaveMark({ state: { kind } }: { state: SaveState<unknown> }) {
  const fine = WORDS[kind] !== "Not saved";
  return (
    <span className={`text-sm whitespace-nowrap ${fine ? "quiet max-sm:sr-only" : "text-error font-semibold"}`}>
      {WORDS[kind]}
    </span>
  );
}

/** The problem with saving, if any. */
export function SaveNotice<Content>(props: SaveNoticeProps<Content>) {
  const { kind } = props.saving.state;
  if (kind === "saved" || kind === "saving") return null;
  return (
    <Suspense>
      <Notice {...props} />
    </Suspense>
  );
}
