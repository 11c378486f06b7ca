/** A cell's unsaved work: the recipe on the bench. */

import { Journal, type Unsaved } from "~/data/journal";
import { takeOldDrafts } from "~/data/old-drafts";
import type { Page } from "~/data/page";
import type { BookDatabase } from "../database";
import { type CellBenchContent, cellBenchSchema } from "./content";

const KIND = "cell-bench";
export const cellJournal = new Journal(KIND, cellBenchSchema);

/** Unsaved work on a cell, from this page or one that is gone. It belongs to this page from now on. */
export async function openBenchWork(
  book: BookDatabase,
  id: string,
  page: Page,
  open: ReadonlySet<string>,
): Promise<Unsaved<CellBenchContent> | null> {
  const [old] = takeOldDrafts(KIND, id, cellBenchSchema);
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
