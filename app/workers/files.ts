/**
 * Reads incoming files and writes them into the book, makes backups, and packs the log, off the main thread. To cancel,
 * end the worker.
 */

import { expose, transfer } from "comlink";
import { type Backup, makeBackup } from "~/library/backup";
import { type BookDatabase, type BookName, openDatabase } from "~/library/database";
import { type FileProblem, type IncomingFile, readIncoming } from "~/library/incoming";
import type { BookContents } from "~/library/kinds";
import { packRuns } from "~/library/practice/store";
import { type ImportCount, importBook, previewImport } from "~/library/transfer";

/** Maximum rate of progress reports, each of which has a cost. */
const STEP = 0.01;

let contents: BookContents | null = null;
let noteLast = async () => {};
let opened: Promise<BookDatabase> | null = null;

function open(name: BookName): Promise<BookDatabase> {
  opened ??= openDatabase(name);
  return opened;
}

const files = {
  /** What is wrong with a file; null for a valid one. */
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
  /** What importing the file would do. */
  preview: async (name: BookName): Promise<ImportCount> => previewImport(await open(name), theContents()),
  write: async (name: BookName): Promise<ImportCount> => importBook(await open(name), theContents()),
  /** `now` in milliseconds since 1970: its name contains the day. */
  backUp: async (name: BookName, now: number): Promise<Omit<Backup, "note">> => {
    const { note, ...backup } = await makeBackup(await open(name), now);
    noteLast = note;
    return transfer(backup, [backup.bytes.buffer]);
  },
  /** The last backup is safely stored. */
  noteBackup: async (): Promise<void> => noteLast(),
  /** The number of days of runs it packed. */
  packRuns: async (name: BookName): Promise<number> => packRuns(await open(name)),
};
export type FilesApi = typeof files;

function theContents(): BookContents {
  if (!contents) throw new Error("no file was read");
  return contents;
}

expose(files);
