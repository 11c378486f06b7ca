/** Work on a cell that isn't in the book yet: reopening it, and recording it as it goes. */

import { useEffect, useState } from "react";
import type { Unsaved } from "~/data/journal";
import { thisPage } from "~/data/page";
import { putAtOnce } from "~/data/put-at-once";
import { isSame } from "~/data/same";
import { cellJournal } from "~/library/cell/bench-work";
import type { AskedCell, CellBenchContent } from "~/library/cell/content";
import { EMPTY_BENCH } from "~/library/cell/entries";
import { currentBook } from "~/library/current";
import type { BookDatabase } from "~/library/database";
import { type CellBench, openCellBench } from "./bench";

/** Records the bench as it changes, unless it equals what was opened. False if that fails. */
export function useJournal(bench: CellBench, id: string, revision: number, opened: CellBenchContent): boolean {
  const [isNoted, setNoted] = useState(true);
  useEffect(() => {
    let closed = false;
    let stop = () => {};
    const start = (book: BookDatabase) => {
      if (closed) return;
      const write = () => {
        const { content } = bench.store.getState();
        const by = thisPage().edit();
        if (isSameWork(content, opened)) {
          book.transaction("rw", book.journal, () => cellJournal.settle(book.journal, id, by)).catch(console.error);
        } else {
          putAtOnce(book.journal, [cellJournal.entryOf(id, by, revision, content)], (error) =>
            setNoted(error === null),
          );
        }
      };
      // Resumed work is recorded again.
      write();
      stop = bench.store.subscribe(write);
    };
    currentBook().then(start, () => setNoted(false));
    return () => {
      closed = true;
      stop();
    };
  }, [bench, id, revision, opened]);
  return isNoted;
}

/** The step being viewed isn't work that could be lost. */
export function isSameWork(a: CellBenchContent, b: CellBenchContent): boolean {
  return isSame({ ...a, at: 0 }, { ...b, at: 0 });
}

/** A bench for the sticking sent here; undo brings back what was on it before. */
export function openWith(before: CellBenchContent, asked: AskedCell | null): CellBench {
  const bench = openCellBench(before);
  if (!asked) return bench;
  const { cell, rate } = asked;
  bench.replace({ ...EMPTY_BENCH, origin: { source: null, name: "", typed: cell, text: cell }, rate });
  return bench;
}

/** What to tell the player about how the bench was opened. */
export function firstNotice(unsaved: Unsaved<CellBenchContent> | null, asked: AskedCell | null): string {
  if (asked)
    return unsaved ? "Opened from the Stack. Undo brings back what was here before." : "Opened from the Stack.";
  return unsaved ? "Your last changes to this cell are still here. Keep them, or start over." : "";
}
