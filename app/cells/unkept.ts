/** Work on a cell that is not in the book yet: how it is opened again, and written down as it goes. */

import { useEffect, useState } from "react";
import { cellDrafts } from "~/data/cell-drafts";
import type { Draft } from "~/data/draft";
import type { AskedCell, CellBenchContent } from "~/formats/cell";
import { type CellBench, openCellBench } from "./bench";
import { EMPTY_BENCH } from "./book";

/** Writes down what is on the bench as it changes, as long as it is not what was opened. */
export function useDraft(bench: CellBench, id: string, revision: number, opened: CellBenchContent): boolean {
  const [kept, setKept] = useState(true);
  useEffect(() => {
    const write = () => {
      const { content } = bench.store.getState();
      if (isSameWork(content, opened)) cellDrafts.clear(id);
      else setKept(cellDrafts.write(id, revision, content));
    };
    // What was taken up again is written down again.
    write();
    return bench.store.subscribe(write);
  }, [bench, id, revision, opened]);
  return kept;
}

/** Which step is looked at is no work that could be lost. */
export function isSameWork(a: CellBenchContent, b: CellBenchContent): boolean {
  return JSON.stringify({ ...a, at: 0 }) === JSON.stringify({ ...b, at: 0 });
}

/** A bench for the sticking that was sent here; what lay on it before comes back with undo. */
export function openWith(before: CellBenchContent, asked: AskedCell | null): CellBench {
  const bench = openCellBench(before);
  if (!asked) return bench;
  const { cell, rate } = asked;
  bench.replace({ ...EMPTY_BENCH, origin: { source: null, name: "", typed: cell, text: cell }, rate });
  return bench;
}

/** What the player is to know about how the bench was opened. */
export function firstNotice(draft: Draft<CellBenchContent> | null, asked: AskedCell | null): string {
  if (asked)
    return draft ? "From the Stack. Undo brings back what lay here before." : "From the Stack, to be worked on.";
  return draft ? "What you did here last had not been kept; here it is." : "";
}
