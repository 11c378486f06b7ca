/** Work on a cell that isn't in the book yet: reopening it, and recording it as it goes. */

import { useEffect, useState } from "react";
import type { Unsaved } from "~/data/journal";
import { thisPage } from "~/data/page";
import { putAtOnce } from "~/data/put-at-once";
import { isSame } from "~/data/same";
import type { AskedCell, CellDraftContent } from "~/library/cell/content";
import { EMPTY_DRAFT } from "~/library/cell/entries";
import { cellJournal } from "~/library/cell/unsaved";
import { currentBook } from "~/library/current";
import type { BookDatabase } from "~/library/database";
import { type CellDraft, openCellDraft } from "./draft";

/** Records the draft as it changes, unless it equals what was opened. False if that fails. */
export function useJournal(draft: CellDraft, id: string, revision: number, opened: CellDraftContent): boolean {
  const [isNoted, setNoted] = useState(true);
  useEffect(() => {
    let closed = false;
    let stop = () => {};
    const start = (book: BookDatabase) => {
      if (closed) return;
      const write = () => {
        const { content } = draft.store.getState();
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
      stop = draft.store.subscribe(write);
    };
    currentBook().then(start, () => setNoted(false));
    return () => {
      closed = true;
      stop();
    };
  }, [draft, id, revision, opened]);
  return isNoted;
}

/** The step being viewed isn't work that could be lost. */
export function isSameWork(a: CellDraftContent, b: CellDraftContent): boolean {
  return isSame({ ...a, at: 0 }, { ...b, at: 0 });
}

/** A draft for the sticking sent here; undo brings back what was on it before. */
export function openWith(before: CellDraftContent, asked: AskedCell | null): CellDraft {
  const draft = openCellDraft(before);
  if (!asked) return draft;
  const { cell, rate } = asked;
  draft.replace({ ...EMPTY_DRAFT, origin: { source: null, name: "", typed: cell, text: cell }, rate });
  return draft;
}

/** What to tell the player about how the draft was opened. */
export function firstNotice(unsaved: Unsaved<CellDraftContent> | null, asked: AskedCell | null): string {
  if (asked)
    return unsaved ? "Opened from the Stack. Undo brings back what was here before." : "Opened from the Stack.";
  return unsaved ? "Your last changes to this cell are still here. Keep them, or start over." : "";
}
