/** What the panels share: the fill once it has settled, the player's book, and a way to change the fill. */

import { useMemo } from "react";
import type { NamedCell } from "~/core/fit";
import { formatLine } from "~/core/line";
import type { Line } from "~/core/phrase";
import { useOpenFill } from "~/editor/fill/place";
import { useEntries } from "~/editor/use-entries";
import type { FillContent } from "~/library/fill/content";
import { useSay } from "~/session/session";
import { FIX_LINE_FIRST } from "~/words/editing";

/** The player's own cells are tried first. */
export function useBook(): readonly NamedCell[] {
  const entries = useEntries();
  return useMemo(() => entries.map(({ name, cell }) => ({ name, cell })), [entries]);
}

/** Applies a change of the line or the space as one undo step, unless the text has an error. */
export function useApply(): (change: Partial<FillContent>, line: Line | null, words: string) => void {
  const { editor } = useOpenFill();
  const say = useSay();
  return (change, line, words) => {
    const now = editor.store.getState().content;
    if (now.text !== now.goodText) {
      say(FIX_LINE_FIRST);
      return;
    }
    const text = line ? formatLine(line) : now.text;
    editor.replace({ ...now, ...change, text, goodText: text });
    say(words);
  };
}
