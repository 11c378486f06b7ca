/** Work on a cell that is not in the book yet: how it is opened again, and written down as it goes. */

import { useEffect, useState } from "react";
import type { Draft } from "~/data/draft";
import { isSame } from "~/data/same";
import type { AskedCell, CellBenchContent } from "~/library/cell/content";
import { cellDrafts } from "~/library/cell/drafts";
import { EMPTY_BENCH } from "~/library/cell/entries";
import { type CellBench, openCellBench } from "./bench";

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
  return isSame({ ...a, at: 0 }, { ...b, at: 0 });
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
  if (asked) return draft ? "Opened from the Stack. Undo brings back what was here before." : "Opened from the Stack.";
  return draft ? "Your last changes to this cell are still here. Keep them, or start over." : "";
}
