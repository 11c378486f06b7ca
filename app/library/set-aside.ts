/**
 * Rows that can't be read any more, for example after a disk fault. One of them could prevent a whole screen from
 * opening, so they are moved from their tables to the journal, unchanged, where you can download them.
 */

import type { JournalEntry } from "~/data/journal";
import { thisPage } from "~/data/page";
import { currentBook } from "./current";
import type { BookDatabase } from "./database";
import { KEYS, type KindKey, loadKinds } from "./kinds";

/** The journal's name for damaged rows. No kind of thing has this name. */
const DAMAGED = "damaged";

/** Sets damaged rows aside when a screen couldn't open; returns whether there were any. */
export async function recoverFromDamage(): Promise<boolean> {
  return (await setDamagedAside(await currentBook())) > 0;
}

/** Sets aside every damaged row of the book; returns how many there were. */
export async function setDamagedAside(book: BookDatabase): Promise<number> {
  const kinds = await loadKinds();
  let count = 0;
  for (const key of KEYS) {
    // Days of runs are read row by row: damage in them hides nothing else.
    if (key === "runs") continue;
    const kind = kinds[key];
    const isSound = (row: unknown) =>
      kind.shape === "rows"
        ? kind.content.safeParse((row as { readonly content?: unknown }).content).success
        : kind.item.safeParse(row).success;
    count += await setAside(book, key, isSound);
  }
  return count;
}

async function setAside(book: BookDatabase, key: KindKey, isSound: (row: unknown) => boolean): Promise<number> {
  const table = book.table<unknown, string>(key);
  return book.transaction("rw", table, book.journal, book.changes, async () => {
    const damaged: string[] = [];
    await table.each((row, { primaryKey }) => {
      if (!isSound(row)) damaged.push(primaryKey);
    });
    for (const id of damaged) {
      const entry = { key: `${DAMAGED}:${key}:${id}`, of: DAMAGED, by: thisPage().edit(), baseRevision: 0 };
      await book.journal.put({ ...entry, content: await table.get(id) });
      await table.delete(id);
    }
    return damaged.length;
  });
}

export async function listSetAside(book: BookDatabase): Promise<JournalEntry[]> {
  return book.journal.where("of").equals(DAMAGED).toArray();
}

/** Everything that was set aside, as JSON, for anyone who wants to recover parts of it. */
export async function writeSetAside(book: BookDatabase): Promise<string> {
  const rows = (await listSetAside(book)).map(({ key, by, content }) => ({ of: key, setAsideAt: by.at, content }));
  return JSON.stringify(rows, null, 1);
}
