/** Backups of the whole book: their contents, the time of the last one, and how much would be lost without one. */

import { BOOK_EXTENSION, packBook } from "./book-file";
import type { ChangeRow } from "./changes";
import type { BookDatabase } from "./database";
import { LAST_BACKUP } from "./marks";
import { gatherBook } from "./transfer";

/** This many changes without a backup deserve a reminder. */
const WORTH_A_WORD = 20;
/** A day of practice counts as this many changes. */
const DAY_OF_PRACTICE = 5;
/** Number of backups kept in the folder. */
const BACKUPS_KEPT = 14;
const PREFIX = "dime-stack-backup-";

const SNOOZED = "backup-snoozed";
const FOLDER = "backup-folder";

export interface BackupStanding {
  /** Milliseconds since 1970; null for never. */
  readonly last: number | null;
  /** Things and days of practice changed since. */
  readonly atRisk: number;
  readonly folder: string | null;
  /** Whether to remind the player. */
  readonly isDue: boolean;
}

export async function backupStanding(book: BookDatabase, now: number): Promise<BackupStanding> {
  const [last, snoozed, folder] = await book.marks.bulkGet([LAST_BACKUP, SNOOZED, FOLDER]);
  const { things, days } = await countAtRisk(book, now);
  const weight = things + DAY_OF_PRACTICE * days;
  return {
    last: last && last.at <= now ? last.at : null,
    atRisk: things + days,
    folder: folder?.folder?.name ?? null,
    isDue: !folder && weight >= Math.max(WORTH_A_WORD, 2 * (snoozed?.at ?? 0)),
  };
}

const RUNS = "runs:";

/** A backup dated in the future was made with a wrong clock, and counts as none. */
async function countAtRisk(
  book: BookDatabase,
  now: number,
): Promise<{ readonly things: number; readonly days: number }> {
  const last = await book.marks.get(LAST_BACKUP);
  if (last && last.at > now) {
    const counts = await Promise.all(book.allKinds.map((table) => table.count()));
    const [days, all] = [await book.runs.count(), counts.reduce((sum, count) => sum + count, 0)];
    return { things: all - 2 * days, days };
  }
  const [all, days] = await Promise.all([book.changes.count(), book.changes.where("key").startsWith(RUNS).count()]);
  return { things: all - days, days };
}

export interface Backup {
  readonly name: string;
  readonly bytes: Uint8Array<ArrayBuffer>;
  /** Call this once it is safely stored: until then, its contents are at risk. */
  readonly note: () => Promise<void>;
}

/** The book as a file. */
export async function makeBackup(book: BookDatabase, now: number): Promise<Backup> {
  // Read before the book: changes in between are in both, and count as at risk.
  const covers = await book.changes.toArray();
  const bytes = await packBook(await gatherBook(book));
  const name = `${PREFIX}${new Date(now).toISOString().slice(0, 10)}${BOOK_EXTENSION}`;
  return { name, bytes, note: () => noteBackup(book, now, covers) };
}

async function noteBackup(book: BookDatabase, now: number, covers: readonly ChangeRow[]): Promise<void> {
  await book.transaction("rw", book.marks, book.changes, async () => {
    const present = await book.changes.bulkGet(covers.map(({ key }) => key));
    const covered = covers.filter(({ edit }, index) => present[index]?.edit === edit);
    await book.changes.bulkDelete(covered.map(({ key }) => key));
    await book.marks.put({ key: LAST_BACKUP, at: now });
    await book.marks.delete(SNOOZED);
  });
}

/** Don't remind again until twice as much is at risk. */
export async function snoozeBackup(book: BookDatabase): Promise<void> {
  const { things, days } = await countAtRisk(book, Date.now());
  await book.marks.put({ key: SNOOZED, at: things + DAY_OF_PRACTICE * days });
}

/** From now on, backups go to this folder automatically; null to stop. */
export async function chooseFolder(book: BookDatabase, folder: FileSystemDirectoryHandle | null): Promise<void> {
  if (folder) await book.marks.put({ key: FOLDER, at: Date.now(), folder });
  else await book.marks.delete(FOLDER);
}

/** Makes a backup of `now` and hands it over, wherever it is made. */
export type WithBackup = (now: number, use: (backup: Backup) => Promise<void>) => Promise<void>;

/** What we need from a backup folder. */
type Folder = FileSystemDirectoryHandle & {
  readonly queryPermission?: (asked: { readonly mode: "readwrite" }) => Promise<PermissionState>;
  readonly keys: () => AsyncIterable<string>;
};

/**
 * Writes today's backup into the chosen folder if something is at risk; returns whether it did. A file of the same day
 * is replaced completely: the old one stays until the new one is there.
 */
export async function backUpToFolder(
  book: BookDatabase,
  now: number,
  withBackup: WithBackup = async (at, use) => use(await makeBackup(book, at)),
): Promise<boolean> {
  const folder = (await book.marks.get(FOLDER))?.folder as Folder | undefined;
  if (!folder) return false;
  const { things, days } = await countAtRisk(book, now);
  if (things + days === 0) return false;
  // Asking again needs a button press; nothing is written until then.
  if (((await folder.queryPermission?.({ mode: "readwrite" })) ?? "granted") !== "granted") return false;
  let name = "";
  await withBackup(now, async (backup) => {
    name = backup.name;
    const file = await folder.getFileHandle(name, { create: true });
    const stream = await file.createWritable();
    await stream.write(backup.bytes);
    await stream.close();
    await backup.note();
  });
  const backups: string[] = [];
  for await (const other of folder.keys()) if (other.startsWith(PREFIX)) backups.push(other);
  // By number, not by date: a wrong clock must not clear the folder.
  const older = backups.sort().reverse().slice(BACKUPS_KEPT);
  for (const other of older) if (other !== name) await folder.removeEntry(other);
  return true;
}
