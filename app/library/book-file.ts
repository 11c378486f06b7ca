/** The book file: everything that the book keeps, in one versioned JSON file. `docs/book-file.md` describes it. */

import { z } from "zod";
import { type BookContents, EMPTY_BOOK, KEYS, type Key, KINDS, loadKinds, type OneName } from "./kinds";

export const BOOK_FORMAT = "dime-stack-book";
export const BOOK_VERSION = 7;
export const BOOK_EXTENSION = ".dimestack.json";
/** Files over this are refused unread. */
export const MAX_BOOK_BYTES = 24 * 1024 * 1024;
const MAX_BOOK_ITEMS = 5_000;
/** Several years of practice. */
const MAX_BOOK_RUNS = 60_000;

/** Most items of a kind; runs are several years of practice. */
function mostOf(key: Key): number {
  return key === "runs" ? MAX_BOOK_RUNS : MAX_BOOK_ITEMS;
}

/** A book of a version, with the kinds that it had; what came later is empty. Each version that was ever written is read. */
async function versionSchema(version: number): Promise<z.ZodType<BookContents>> {
  const kinds = await loadKinds();
  const had = KEYS.filter((key) => KINDS[key].since.book <= version);
  const items = had.map((key) => [key, z.array(kinds[key].item as z.ZodType).max(mostOf(key))]);
  return z
    .strictObject({ format: z.literal(BOOK_FORMAT), version: z.literal(version), ...Object.fromEntries(items) })
    .transform(({ format: _, version: __, ...contents }) => ({
      ...EMPTY_BOOK,
      ...(contents as unknown as Partial<BookContents>),
    }));
}

export type BookProblem =
  | { readonly kind: "too-large"; readonly bytes: number; readonly most: number }
  | { readonly kind: "not-json"; readonly detail: string }
  | { readonly kind: "not-a-book" }
  | { readonly kind: "version"; readonly found: string; readonly known: number }
  | { readonly kind: "twice"; readonly what: OneName; readonly id: string }
  | {
      readonly kind: "field";
      readonly path: string;
      /** Which of its kind, from 0; null for the file itself. */
      readonly item: { readonly what: OneName; readonly index: number } | null;
      readonly detail: string;
    };

export type BookReading =
  | ({ readonly ok: true } & BookContents)
  | { readonly ok: false; readonly problem: BookProblem };

export function writeBook(contents: BookContents): string {
  const { runs, ...rest } = contents;
  const book = JSON.stringify({ format: BOOK_FORMAT, version: BOOK_VERSION, ...rest }, null, 2);
  // A line a run: there are thousands of them.
  const lines = runs.map((run) => `    ${JSON.stringify(run)}`).join(",\n");
  return `${book.slice(0, -2)},\n  "runs": [${lines ? `\n${lines}\n  ` : ""}]\n}\n`;
}

/** Reads a book file. Never throws; a file is taken whole or not at all. */
export async function readBook(text: string): Promise<BookReading> {
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
  const { version } = head.data;
  if (typeof version !== "number" || !Number.isInteger(version) || version < 1 || version > BOOK_VERSION) {
    return { ok: false, problem: { kind: "version", found: String(version).slice(0, 20), known: BOOK_VERSION } };
  }
  const book = (await versionSchema(version)).safeParse(data);
  if (!book.success) return { ok: false, problem: firstFieldProblem(book.error) };
  const twice = findTwice(book.data);
  return twice ? { ok: false, problem: twice } : { ok: true, ...book.data };
}

function findTwice(contents: BookContents): BookProblem | null {
  for (const key of KEYS) {
    const seen = new Set<string>();
    for (const { id } of contents[key]) {
      if (seen.has(id)) return { kind: "twice", what: KINDS[key].one, id };
      seen.add(id);
    }
  }
  return null;
}

function firstFieldProblem(error: z.ZodError): BookProblem {
  const issue = error.issues[0];
  const path = issue?.path ?? [];
  const [key, index] = path;
  const what = typeof key === "string" && key in KINDS ? KINDS[key as Key].one : null;
  const item = what && typeof index === "number" ? { what, index } : null;
  return { kind: "field", path: path.slice(item ? 2 : 0).join("."), item, detail: issue?.message ?? "" };
}
