/** Reads files that come in and writes them into the book, off the main thread. To cancel, the worker is ended. */

import { expose } from "comlink";
import type { BookName } from "~/library/database";
import { openDatabase } from "~/library/database";
import { type FileProblem, type IncomingFile, readIncoming } from "~/library/incoming";
import type { BookContents } from "~/library/kinds";
import { type ImportCount, importBook, previewImport } from "~/library/transfer";

/** Told at most so often: each word to the page costs something. */
const STEP = 0.01;

let contents: BookContents | null = null;

const reader = {
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
  preview: (name: BookName): Promise<ImportCount> => use(name, previewImport),
  write: (name: BookName): Promise<ImportCount> => use(name, importBook),
};
export type FileReader = typeof reader;

async function use(name: BookName, take: typeof importBook): Promise<ImportCount> {
  if (!contents) throw new Error("no file was read");
  return take(await openDatabase(name), contents);
}

expose(reader);
