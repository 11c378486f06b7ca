/** A cell's unsaved work: the recipe on the draft. */

import { Journal, type Unsaved } from "~/data/journal";
import { takeOldDrafts } from "~/data/old-drafts";
import type { Page } from "~/data/page";
import type { BookDatabase } from "../database";
import { type CellDraftContent, cellDraftSchema } from "./content";

const KIND = "cell-bench";
export const cellJournal = new Journal(KIND, cellDraftSchema);

/** Unsaved work on a cell, from this page or one that is gone. It belongs to this page from now on. */
export async function openUnsavedCell(
  book: BookDatabase,
  id: string,
  page: Page,
  open: ReadonlySet<string>,
): Promise<Unsaved<CellDraftContent> | null> {
  const [old] = takeOldDrafts(KIND, id, cellDraftSchema);
  return book.transaction("rw", book.journal, async () => {
    const entries = await cellJournal.list(book.journal, id);
    const own = entries.find(({ by }) => by.page === page.id);
    const left = own ?? entries.find(({ by }) => !open.has(by.page));
    const found = left ?? old;
    if (!found) return null;
    const { baseRevision, content } = found;
    if (left) await book.journal.delete(left.key);
    await book.journal.put(cellJournal.entryOf(id, page.edit(), baseRevision, content));
    return { baseRevision, content };
  });
}
