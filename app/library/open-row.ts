/** Opens anything from any screen: its row, and any edit that wasn't saved in time. */

import { flushSaves } from "~/data/autosave";
import { type JournalEntry, pickUnsaved, type Unsaved, type ValidEntry } from "~/data/journal";
import { takeOldDrafts } from "~/data/old-drafts";
import { openPages, type Page, thisPage } from "~/data/page";
import { getRow, type Row, saveRow } from "~/data/rows";
import { currentBook } from "./current";
import type { BookDatabase } from "./database";
import type { EditableKind } from "./kind";

export interface Opened<Content> {
  readonly kept: EditableKind<Content>;
  readonly row: Row<Content>;
  /** To resume; null if everything was saved. */
  readonly unsaved: Unsaved<Content> | null;
}

/** Null if there is no such row. */
export async function openRow<Content>(kept: EditableKind<Content>, id: string): Promise<Opened<Content> | null> {
  await flushSaves();
  return openIn(await currentBook(), kept, id, thisPage(), await openPages());
}

/**
 * The row, and journal entries it lacks. Entries of other open pages are theirs to save; a resumed entry belongs to
 * this page from now on.
 */
export async function openIn<Content>(
  book: BookDatabase,
  kept: EditableKind<Content>,
  id: string,
  page: Page,
  open: ReadonlySet<string>,
): Promise<Opened<Content> | null> {
  const { journal } = kept;
  const table = kept.table(book);
  const old = takeOldDrafts(kept.key, id, kept.content);
  return book.transaction("rw", table, book.journal, async () => {
    for (const { baseRevision, content } of old) {
      const { page: from, edit } = page.edit();
      await book.journal.put(journal.entryOf(id, { page: `${from}-before`, edit }, baseRevision, content));
    }
    const all = await journal.list(book.journal, id);
    const entries = all.filter(({ by }) => by.page === page.id || !open.has(by.page));
    const row = (await getRow(table, id)) ?? (await recover(entries));
    if (!row) return null;
    const found = pickUnsaved(row, entries);
    const isStale = (entry: JournalEntry) => pickUnsaved(row, [entry as ValidEntry<Content>]) === null;
    await book.journal.bulkDelete(entries.filter(isStale).map(({ key }) => key));
    if (!found) return { kept, row, unsaved: null };
    const { entry, baseRevision } = found;
    await book.journal.delete(entry.key);
    await book.journal.put(journal.entryOf(id, page.edit(), baseRevision, entry.content));
    return { kept, row, unsaved: { baseRevision, content: entry.content } };
  });

  /** Edits to something that no longer exists are still worth keeping. */
  async function recover([entry]: readonly ValidEntry<Content>[]): Promise<Row<Content> | null> {
    if (!entry) return null;
    const saved = await saveRow(table, id, null, entry.content, entry.by);
    return saved.kind === "saved" ? saved.row : null;
  }
}
