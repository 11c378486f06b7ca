/**
 * The book file: the whole book in one versioned JSON file, described in `docs/book-file.md`. Readable line by line,
 * since a book may have millions of runs.
 */

import { type BookContents, KEYS, KINDS, type KindKey, type OneName } from "./kinds";
import { textOfRunDay } from "./practice/run-day";

export const BOOK_FORMAT = "dime-stack-book";
export const BOOK_VERSION = 11;
export const BOOK_EXTENSION = ".dimestack";

export type BookProblem =
  | { readonly kind: "too-large"; readonly bytes: number; readonly most: number }
  /** `line`: where it goes wrong, from 1; null if unknown. */
  | { readonly kind: "not-json"; readonly line: number | null }
  /** The file is incomplete: only part of it was copied or downloaded. `line`: the last line present. */
  | { readonly kind: "cut-off"; readonly line: number }
  /** Its compressed bytes can't be unpacked. */
  | { readonly kind: "damaged" }
  /** Lists nested too deeply. */
  | { readonly kind: "too-deep"; readonly most: number }
  | { readonly kind: "not-a-book" }
  | { readonly kind: "version"; readonly found: string; readonly known: number }
  | { readonly kind: "twice"; readonly what: OneName; readonly id: string }
  | {
      readonly kind: "field";
      readonly path: string;
      /** The index within its kind, from 0; null for the file itself. */
      readonly item: { readonly what: OneName; readonly index: number } | null;
      readonly fault: FieldFault;
    };

/** What is wrong with a field. */
export type FieldFault =
  | { readonly kind: "missing" }
  | { readonly kind: "type"; readonly wanted: string }
  /** A number, a text length or a list size; inclusive. */
  | { readonly kind: "less" | "more"; readonly limit: number; readonly of: "number" | "text" | "list" }
  | { readonly kind: "unknown"; readonly names: readonly string[] }
  | { readonly kind: "choice"; readonly from: readonly string[] }
  /** Our own wording, to follow "the field". */
  | { readonly kind: "told"; readonly words: string }
  | { readonly kind: "other" };

export type BookReading =
  | ({ readonly ok: true } & BookContents)
  | { readonly ok: false; readonly problem: BookProblem };

/** The first line of a file in this layout. */
export const FIRST_LINE = `{"format":"${BOOK_FORMAT}","version":${BOOK_VERSION},`;
/** The last lines contain counts, so that we can detect a truncated file. */
export const LAST_KEY = "counts";

/** The lines of a book file, with line breaks. */
export function* writeLines(contents: BookContents): Generator<string> {
  yield `${FIRST_LINE}\n`;
  for (const key of KEYS) {
    const items = contents[key];
    if (items.length === 0) yield `"${key}":[],\n`;
    else {
      yield `"${key}":[\n`;
      for (const [index, item] of items.entries()) {
        yield `${writeItem(key, item)}${index < items.length - 1 ? "," : ""}\n`;
      }
      yield "],\n";
    }
  }
  const counts = Object.fromEntries(KEYS.map((key) => [key, contents[key].length]));
  yield `"${LAST_KEY}":${JSON.stringify(counts)}}\n`;
}

function writeItem<K extends KindKey>(key: K, item: BookContents[K][number]): string {
  return key === "runs" ? textOfRunDay(item as BookContents["runs"][number]) : JSON.stringify(item);
}

export function writeBook(contents: BookContents): string {
  return [...writeLines(contents)].join("");
}

/** Longer files are compressed. Characters. */
const COMPRESSED_FROM = 1_000_000;
/** Chunk size in characters. */
const CHUNK = 1_000_000;

/** The bytes of a book file, compressed (gzip) if it is large and the browser can. */
export async function packBook(contents: BookContents): Promise<Uint8Array<ArrayBuffer>> {
  const chunks = chunksOf(writeLines(contents));
  const first = chunks.next();
  const second = chunks.next();
  const encoder = new TextEncoder();
  const head = [first, second].flatMap(({ value }) => (value === undefined ? [] : [encoder.encode(value)]));
  const isSmall = second.done && (first.value ?? "").length < COMPRESSED_FROM;
  if (isSmall || typeof CompressionStream === "undefined") {
    return join([...head, ...[...chunks].map((chunk) => encoder.encode(chunk))]);
  }
  const text = new ReadableStream<Uint8Array<ArrayBuffer>>({
    pull(controller) {
      const made = head.shift();
      if (made) return controller.enqueue(made);
      const next = chunks.next();
      if (next.done) controller.close();
      else controller.enqueue(encoder.encode(next.value));
    },
  });
  return join(await collect(text.pipeThrough(new CompressionStream("gzip"))));
}

function* chunksOf(lines: Iterable<string>): Generator<string, undefined> {
  let chunk = "";
  for (const line of lines) {
    chunk += line;
    if (chunk.length < CHUNK) continue;
    yield chunk;
    chunk = "";
  }
  if (chunk) yield chunk;
  return undefined;
}

async function collect(stream: ReadableStream<Uint8Array>): Promise<Uint8Array[]> {
  const parts: Uint8Array[] = [];
  const reader = stream.getReader();
  for (let part = await reader.read(); !part.done; part = await reader.read()) parts.push(part.value);
  return parts;
}

export function join(parts: readonly Uint8Array[]): Uint8Array<ArrayBuffer> {
  const whole = new Uint8Array(parts.reduce((sum, { length }) => sum + length, 0));
  let at = 0;
  for (const part of parts) {
    whole.set(part, at);
    at += part.length;
  }
  return whole;
}

/** "fill", as messages call an item. */
export function itemOf(key: KindKey, index: number) {
  return { what: KINDS[key].one, index };
}
