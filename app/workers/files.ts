/**
 * Reads files that come in and writes them into the book, makes backups, and keeps the log small, off the main thread. To cancel,
 * the worker is ended.
 */

import { expose, transfer } from "comlink";
import { type Backup, makeBackup } from "~/library/backup";
import { type BookDatabase, type BookName, openDatabase } from "~/library/database";
import { type FileProblem, type IncomingFile, readIncoming } from "~/library/incoming";
import type { BookContents } from "~/library/kinds";
import { packRuns } from "~/library/practice/store";
import { type ImportCount, importBook, previewImport } from "~/library/transfer";

/** Told at most so often: each word to the page costs something. */
const STEP = 0.01;

let contents: BookContents | null = null;
let noteLast = async () => {};
let opened: Promise<BookDatabase> | null = null;

function open(name: BookName): Promise<BookDatabase> {
  opened ??= openDatabase(name);
  return opened;
}

const files = {
  /** What is wrong with a file; null for one that can be taken. */
  read: async (file: IncomingFile, onProgress: (share: number) => void): Promise<FileProblem | null> => {
    let told = 0;
    const read = await readIncoming(file, (share) => {
      if (share < told + STEP) return;
      told = share;
      onProgress(share);
    });
    contents = read.ok ? read.contents : null;
    return read.ok ? null : read.problem;
  },
  /** What would become of the file that was read. */
  preview: async (name: BookName): Promise<ImportCount> => previewImport(await open(name), theContents()),
  write: async (name: BookName): Promise<ImportCount> => importBook(await open(name), theContents()),
  /** `now` in milliseconds since 1970: the day is in its name. */
  backUp: async (name: BookName, now: number): Promise<Omit<Backup, "note">> => {
    const { note, ...backup } = await makeBackup(await open(name), now);
    noteLast = note;
    return transfer(backup, [backup.bytes.buffer]);
  },
  /** The last backup is somewhere safe. */
  noteBackup: async (): Promise<void> => noteLast(),
  /** How many days of runs it packed. */
  packRuns: async (name: BookName): Promise<number> => packRuns(await open(name)),
};
export type FilesApi = typeof files;

function theContents(): BookContents {
  if (!contents) throw new Error("no file was read");
  return contents;
}

expose(files);
