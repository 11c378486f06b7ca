/** Backups of the whole book: what they hold, when the last one was made, and how much would be lost without one. */

import { BOOK_EXTENSION, writeBook } from "./book-file";
import type { BookDatabase } from "./database";
import { KEYS } from "./kinds";
import { NEEDS_NO_BACKUP } from "./marks";
import { countRunsSince } from "./practice/store";
import { gatherBook } from "./transfer";

/** So many changes without a backup are worth a word. */
const WORTH_A_WORD = 20;
/** Backups of so many days stay in the folder. */
const DAYS_KEPT = 14;
const PREFIX = "dime-stack-backup-";

const LAST = "backup";
const SNOOZED = "backup-snoozed";
const FOLDER = "backup-folder";
const DAY = 24 * 60 * 60 * 1000;

export interface BackupStanding {
  /** Milliseconds since 1970; null for never. */
  readonly last: number | null;
  /** Things and runs that changed since. */
  readonly atRisk: number;
  readonly folder: string | null;
  /** Whether it is time to remind the player. */
  readonly isDue: boolean;
}

export async function backupStanding(book: BookDatabase): Promise<BackupStanding> {
  const [last, snoozed, folder] = await book.marks.bulkGet([LAST, SNOOZED, FOLDER]);
  const atRisk = await countAtRisk(book);
  const isDue = !folder && atRisk >= Math.max(WORTH_A_WORD, 2 * (snoozed?.at ?? 0));
  return { last: last?.at ?? null, atRisk, folder: folder?.folder?.name ?? null, isDue };
}

async function countAtRisk(book: BookDatabase): Promise<number> {
  const [last, given] = await book.marks.bulkGet([LAST, NEEDS_NO_BACKUP]);
  const at = Math.max(last?.at ?? 0, given?.at ?? 0);
  const tables = KEYS.map((key) => book.table(key)).filter(({ schema }) => "updatedAt" in schema.idxByName);
  const counts = await Promise.all(tables.map((table) => table.where("updatedAt").above(at).count()));
  const runs = await countRunsSince(book, at);
  return counts.reduce((sum, count) => sum + count, runs);
}

/** The book as a file's name and text; {@link noteBackup} says that the player has it. */
export async function makeBackup(
  book: BookDatabase,
  now: number,
): Promise<{ readonly name: string; readonly text: string }> {
  const text = writeBook(await gatherBook(book));
  return { name: `${PREFIX}${new Date(now).toISOString().slice(0, 10)}${BOOK_EXTENSION}`, text };
}

export async function noteBackup(book: BookDatabase, now: number): Promise<void> {
  await book.transaction("rw", book.marks, async () => {
    await book.marks.put({ key: LAST, at: now });
    await book.marks.delete(SNOOZED);
  });
}

/** Not to be reminded before twice as much is at risk. */
export async function snoozeBackup(book: BookDatabase, atRisk: number): Promise<void> {
  await book.marks.put({ key: SNOOZED, at: atRisk });
}

/** Backups go into this folder by themselves from now on; null for no more. */
export async function chooseFolder(book: BookDatabase, folder: FileSystemDirectoryHandle | null): Promise<void> {
  if (folder) await book.marks.put({ key: FOLDER, at: Date.now(), folder });
  else await book.marks.delete(FOLDER);
}

/** What a folder for backups can do, as far as it is used. */
type Folder = FileSystemDirectoryHandle & {
  readonly queryPermission?: (asked: { readonly mode: "readwrite" }) => Promise<PermissionState>;
  readonly keys: () => AsyncIterable<string>;
};

/**
 * Writes today's backup into the chosen folder when something is at risk; says whether it did. A file of the day is
 * written anew whole: the one before stays until the new one is there.
 */
export async function backUpByItself(book: BookDatabase, now: number): Promise<boolean> {
  const folder = (await book.marks.get(FOLDER))?.folder as Folder | undefined;
  if (!folder || (await countAtRisk(book)) === 0) return false;
  // Asking again needs a press of a button; until then nothing is written.
  if (((await folder.queryPermission?.({ mode: "readwrite" })) ?? "granted") !== "granted") return false;
  const { name, text } = await makeBackup(book, now);
  const file = await folder.getFileHandle(name, { create: true });
  const stream = await file.createWritable();
  await stream.write(text);
  await stream.close();
  await noteBackup(book, now);
  const oldest = `${PREFIX}${new Date(now - DAYS_KEPT * DAY).toISOString().slice(0, 10)}`;
  for await (const other of folder.keys()) {
    if (other.startsWith(PREFIX) && other < oldest) await folder.removeEntry(other);
  }
  return true;
}
