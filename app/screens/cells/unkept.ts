/** Work on a cell that is not in the book yet: how it is opened again, and written down as it goes. */

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

/** Writes down what is on the bench as it changes, as long as it is not what was opened. False when that fails. */
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
      // What was taken up again is written down again.
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
export function firstNotice(unsaved: Unsaved<CellBenchContent> | null, asked: AskedCell | null): string {
  if (asked)
    return unsaved ? "Opened from the Stack. Undo brings back what was here before." : "Opened from the Stack.";
  return unsaved ? "Your last changes to this cell are still here. Keep them, or start over." : "";
}
