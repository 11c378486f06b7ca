/** Edits that pages left in the journal when they went away, put over their rows, so that lists and files have them too. */

import { Journal, pickUnsaved } from "~/data/journal";
import { openPages } from "~/data/page";
import { getRow, type RowTable, saveRow } from "~/data/rows";
import type { BookDatabase } from "./database";
import type { RowKind } from "./kind";
import { type Key, KINDS, type RowKey } from "./kinds";

function isKey(key: string): key is Key {
  return Object.hasOwn(KINDS, key);
}

/**
 * Saves what was left, where it simply goes on from its row: nobody else has saved since, nobody is editing it, and one page
 * only has left something. All else waits until it is opened, where the player can be asked. Returns how many were saved.
 */
export async function settleJournal(book: BookDatabase, open?: ReadonlySet<string>): Promise<number> {
  // What the entries hold may be large, and is seldom needed: most journals have nothing that was left.
  const things = (await book.journal.orderBy("of").uniqueKeys()).map(String);
  if (things.length === 0) return 0;
  const pages = open ?? (await openPages());
  let saved = 0;
  for (const thing of things) {
    const [key = "", ...rest] = thing.split(":");
    if (!isKey(key)) continue;
    const { KIND } = await KINDS[key].load();
    if (KIND.shape !== "rows") continue;
    if (await settle(book, key as RowKey, rest.join(":"), KIND as RowKind<unknown>, pages)) saved++;
  }
  return saved;
}

async function settle(
  book: BookDatabase,
  key: RowKey,
  id: string,
  { content }: RowKind<unknown>,
  open: ReadonlySet<string>,
): Promise<boolean> {
  const table = book[key] as unknown as RowTable<unknown>;
  const journal = new Journal(key, content);
  return book.transaction("rw", table, book.journal, async () => {
    const row = await getRow(table, id);
    if (!row) return false;
    const entries = await journal.list(book.journal, id);
    const unsaved = entries.filter((entry) => pickUnsaved(row, [entry]) !== null);
    const [entry] = unsaved;
    if (!entry || unsaved.length > 1 || open.has(entry.by.page)) return false;
    const found = pickUnsaved(row, unsaved);
    if (found?.baseRevision !== row.revision) return false;
    const result = await saveRow(table, id, row.revision, entry.content, entry.by);
    if (result.kind !== "saved") return false;
    await book.journal.delete(entry.key);
    return true;
  });
}
