import { useEffect } from "react";
import { useFetcher } from "react-router";
import type { BookEntry } from "~/library/cell/entries";

const NONE: readonly BookEntry[] = [];

/** The book of cells, loaded on first use. */
export function useEntries(): readonly BookEntry[] {
  const fetcher = useFetcher<{ entries: readonly BookEntry[] }>({ key: "book of cells" });
  const { load, state, data } = fetcher;
  useEffect(() => {
    if (state === "idle" && !data) void load("/cells/book");
  }, [load, state, data]);
  return data?.entries ?? NONE;
}
