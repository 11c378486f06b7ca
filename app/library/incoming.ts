/** An incoming file: a book, or a text file of stick lines. Read completely or not at all; nothing is written here. */

import type { CountStyle } from "~/core/pulse";
import type { BookProblem } from "./book-file";
import { readBook } from "./book-reader";
import { readFillsOfLines } from "./fill/import-lines";
import type { StickFileReading } from "./fill/stick-file";
import type { BookContents } from "./kinds";

export type FileProblem =
  | { readonly of: "book"; readonly problem: BookProblem }
  | { readonly of: "lines"; readonly reading: Extract<StickFileReading, { ok: false }> };

export type FileReading =
  | { readonly ok: true; readonly contents: BookContents }
  | { readonly ok: false; readonly problem: FileProblem };

export interface IncomingFile {
  readonly bytes: Uint8Array<ArrayBuffer>;
  readonly isLines: boolean;
  /** How new fills are counted. */
  readonly countStyle: CountStyle;
}

/** `onProgress` receives the share read, 0 to 1. */
export async function readIncoming(
  { bytes, isLines, countStyle }: IncomingFile,
  onProgress: (share: number) => void,
): Promise<FileReading> {
  if (isLines) {
    const read = readFillsOfLines(new TextDecoder().decode(bytes), countStyle, onProgress);
    return read.ok ? read : { ok: false, problem: { of: "lines", reading: read } };
  }
  const read = await readBook(bytes, onProgress);
  if (!read.ok) return { ok: false, problem: { of: "book", problem: read.problem } };
  const { ok: _, ...contents } = read;
  return { ok: true, contents };
}
