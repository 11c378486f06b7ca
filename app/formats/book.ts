/** The book file: fills in one versioned JSON file. Reader and writer; `docs/book-file.md` describes the format. */

import { z } from "zod";
import { type Fill, fillSchema } from "./fill";

export const BOOK_FORMAT = "dime-stack-book";
export const BOOK_VERSION = 1;
export const BOOK_EXTENSION = ".dimestack.json";
/** Files over this are refused unread. */
export const MAX_BOOK_BYTES = 8 * 1024 * 1024;
const MAX_BOOK_FILLS = 5_000;

const bookSchema = z
  .object({
    format: z.literal(BOOK_FORMAT),
    version: z.literal(BOOK_VERSION),
    fills: z.array(fillSchema).max(MAX_BOOK_FILLS),
  })
  .strict();

export type BookProblem =
  | { readonly kind: "too-large"; readonly bytes: number; readonly most: number }
  | { readonly kind: "not-json"; readonly detail: string }
  | { readonly kind: "not-a-book" }
  | { readonly kind: "version"; readonly found: string; readonly known: number }
  | { readonly kind: "twice"; readonly id: string }
  | { readonly kind: "field"; readonly path: string; readonly fill: number | null; readonly detail: string };

export type BookReading =
  | { readonly ok: true; readonly fills: Fill[] }
  | { readonly ok: false; readonly problem: BookProblem };

export function writeBook(fills: readonly Fill[]): string {
  return `${JSON.stringify({ format: BOOK_FORMAT, version: BOOK_VERSION, fills }, null, 2)}\n`;
}

/** Reads a book file. Never throws; a file is taken whole or not at all. */
export function readBook(text: string): BookReading {
  if (text.length > MAX_BOOK_BYTES) {
    return { ok: false, problem: { kind: "too-large", bytes: text.length, most: MAX_BOOK_BYTES } };
  }
  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch (error) {
    return { ok: false, problem: { kind: "not-json", detail: error instanceof Error ? error.message : "" } };
  }
  const head = z.object({ format: z.literal(BOOK_FORMAT), version: z.unknown() }).safeParse(data);
  if (!head.success) return { ok: false, problem: { kind: "not-a-book" } };
  if (head.data.version !== BOOK_VERSION) {
    const found = String(head.data.version).slice(0, 20);
    return { ok: false, problem: { kind: "version", found, known: BOOK_VERSION } };
  }
  const book = bookSchema.safeParse(data);
  if (!book.success) return { ok: false, problem: firstFieldProblem(book.error) };
  const seen = new Set<string>();
  for (const { id } of book.data.fills) {
    if (seen.has(id)) return { ok: false, problem: { kind: "twice", id } };
    seen.add(id);
  }
  return { ok: true, fills: book.data.fills };
}

function firstFieldProblem(error: z.ZodError): BookProblem {
  const issue = error.issues[0];
  const path = issue?.path ?? [];
  const fill = path[0] === "fills" && typeof path[1] === "number" ? path[1] : null;
  return { kind: "field", path: path.slice(fill === null ? 0 : 2).join("."), fill, detail: issue?.message ?? "" };
}
