/** The book file: everything that the book keeps, in one versioned JSON file. `docs/book-file.md` describes it. */

import { z } from "zod";
import { type BookContents, EMPTY_BOOK, KEYS, type Key, KINDS, loadKinds, type OneName } from "./kinds";

export const BOOK_FORMAT = "dime-stack-book";
export const BOOK_VERSION = 10;
export const BOOK_EXTENSION = ".dimestack";
/** Files over this are refused unread. */
export const MAX_BOOK_BYTES = 24 * 1024 * 1024;
const MAX_BOOK_ITEMS = 5_000;
/** Several years of practice. */
const MAX_BOOK_RUNS = 60_000;

/** Most items of a kind; runs are several years of practice. */
function mostOf(key: Key): number {
  return key === "runs" ? MAX_BOOK_RUNS : MAX_BOOK_ITEMS;
}

/** A book of a version, with the kinds that it had, its items unread. Each version that was ever written is read. */
function versionSchema(version: number) {
  const had = KEYS.filter((key) => KINDS[key].since.book <= version);
  const items = had.map((key) => [key, z.array(z.unknown()).max(mostOf(key))]);
  return z.strictObject({
    format: z.literal(BOOK_FORMAT),
    version: z.literal(version),
    ...(Object.fromEntries(items) as Record<Key, z.ZodArray<z.ZodUnknown>>),
  });
}

export type BookProblem =
  | { readonly kind: "too-large"; readonly bytes: number; readonly most: number }
  /** `line`: where it goes wrong, from 1; null where that is not known. */
  | { readonly kind: "not-json"; readonly line: number | null }
  | { readonly kind: "not-a-book" }
  | { readonly kind: "version"; readonly found: string; readonly known: number }
  | { readonly kind: "twice"; readonly what: OneName; readonly id: string }
  | {
      readonly kind: "field";
      readonly path: string;
      /** Which of its kind, from 0; null for the file itself. */
      readonly item: { readonly what: OneName; readonly index: number } | null;
      readonly fault: FieldFault;
    };

/** What is wrong with a field. */
export type FieldFault =
  | { readonly kind: "missing" }
  | { readonly kind: "type"; readonly wanted: string }
  /** A number, the length of a text or the size of a list; the limit itself is allowed. */
  | { readonly kind: "less" | "more"; readonly limit: number; readonly of: "number" | "text" | "list" }
  | { readonly kind: "unknown"; readonly names: readonly string[] }
  | { readonly kind: "choice"; readonly from: readonly string[] }
  /** In words of ours: it reads after "the field". */
  | { readonly kind: "told"; readonly words: string }
  | { readonly kind: "other" };

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

/** Reads a book file. Never throws; a file is taken whole or not at all. `onProgress` is told the share that is read. */
export async function readBook(text: string, onProgress: (share: number) => void = () => {}): Promise<BookReading> {
  if (text.length > MAX_BOOK_BYTES) {
    return { ok: false, problem: { kind: "too-large", bytes: text.length, most: MAX_BOOK_BYTES } };
  }
  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch (error) {
    return { ok: false, problem: { kind: "not-json", line: lineOf(text, error) } };
  }
  const head = z.object({ format: z.literal(BOOK_FORMAT), version: z.unknown() }).safeParse(data);
  if (!head.success) return { ok: false, problem: { kind: "not-a-book" } };
  const { version } = head.data;
  if (typeof version !== "number" || !Number.isInteger(version) || version < 1 || version > BOOK_VERSION) {
    return { ok: false, problem: { kind: "version", found: String(version).slice(0, 20), known: BOOK_VERSION } };
  }
  const book = versionSchema(version).safeParse(data);
  if (!book.success) return { ok: false, problem: firstFieldProblem(book.error, data) };
  const kinds = await loadKinds();
  const total = KEYS.reduce((sum, key) => sum + (book.data[key]?.length ?? 0), 0);
  let done = 0;
  const contents: Record<Key, unknown[]> = { ...(EMPTY_BOOK as Record<Key, never[]>) };
  for (const key of KEYS) {
    const items: unknown[] = [];
    for (const [index, item] of (book.data[key] ?? []).entries()) {
      const read = (kinds[key].item as z.ZodType).safeParse(item);
      if (!read.success) return { ok: false, problem: firstFieldProblem(read.error, item, { key, index }) };
      items.push(read.data);
      onProgress(++done / total);
    }
    contents[key] = items;
  }
  const read = contents as unknown as BookContents;
  const twice = findTwice(read);
  return twice ? { ok: false, problem: twice } : { ok: true, ...read };
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

/** The line at which reading JSON failed, from the engine's own account. */
function lineOf(text: string, error: unknown): number | null {
  const [, position] = /position (\d+)/.exec(error instanceof Error ? error.message : "") ?? [];
  return position === undefined ? null : text.slice(0, Number(position)).split("\n").length;
}

function firstFieldProblem(
  error: z.ZodError,
  data: unknown,
  of: { readonly key: Key; readonly index: number } | null = null,
): BookProblem {
  const issue = error.issues[0];
  const path = issue?.path ?? [];
  const item = of && { what: KINDS[of.key].one, index: of.index };
  return { kind: "field", path: path.join("."), item, fault: faultOf(issue, valueAt(data, path)) };
}

function valueAt(data: unknown, path: readonly PropertyKey[]): unknown {
  return path.reduce<unknown>((value, key) => (value as Record<PropertyKey, unknown> | null | undefined)?.[key], data);
}

const SIZED: Readonly<Record<string, "text" | "list">> = { string: "text", array: "list" };

function faultOf(issue: z.core.$ZodIssue | undefined, value: unknown): FieldFault {
  if (value === undefined) return { kind: "missing" };
  switch (issue?.code) {
    case "invalid_type":
      return { kind: "type", wanted: issue.expected };
    case "too_small":
      return { kind: "less", limit: Number(issue.minimum), of: SIZED[issue.origin] ?? "number" };
    case "too_big":
      return { kind: "more", limit: Number(issue.maximum), of: SIZED[issue.origin] ?? "number" };
    case "unrecognized_keys":
      return { kind: "unknown", names: issue.keys };
    case "invalid_value":
      return { kind: "choice", from: issue.values.map(String) };
    case "custom":
      return { kind: "told", words: issue.message };
    default:
      return { kind: "other" };
  }
}
