/**
 * Reads book files of every version ever written. A file in this version's layout is read line by line, so that only
 * its contents must fit in memory, not its text; any other JSON is read whole.
 */

import { z } from "zod";
import {
  BOOK_FORMAT,
  BOOK_VERSION,
  type BookProblem,
  type BookReading,
  FIRST_LINE,
  type FieldFault,
  itemOf,
  LAST_KEY,
} from "./book-file";
import { firstFieldProblem } from "./field-problem";
import { type BookContents, EMPTY_BOOK, forEachKind, KEYS, KINDS, type KindKey, type Loaded, loadKinds } from "./kinds";
import { MAX_BOOK_BYTES } from "./limits";
import { summariseDay } from "./practice/practice-day";
import { type Run, runSchema } from "./practice/run";
import { asRun, groupByDay, isInOrder, readRunDay, readRunRow, runDayOf, writeRunDay } from "./practice/run-day";
import type { SummarisedDay } from "./practice/run-kind";

/** Maximum bytes of a file that must be read whole. */
const MAX_WHOLE_BYTES = 256 * 1024 * 1024;
/** Maximum characters of one item. A fill has a few thousand. */
const MAX_LINE = 16 * 1024 * 1024;
/** Maximum nesting. The app's own files have ten levels. */
const MAX_DEPTH = 64;
/** Chunk size in bytes. */
const CHUNK = 256 * 1024;
/** The version that introduced runs grouped by day. */
const DAYS_VERSION = 11;

class BookRefusal extends Error {
  constructor(readonly problem: BookProblem) {
    super(problem.kind);
  }
}

function refuse(problem: BookProblem): never {
  throw new BookRefusal(problem);
}

type Bytes = Uint8Array<ArrayBuffer>;

/**
 * Reads a book file. Never throws; a file is imported completely or not at all. `onProgress` receives the share read;
 * `maxWhole` limits the unpacked bytes of a file in another layout.
 */
export async function readBook(
  file: string | Bytes,
  onProgress: (share: number) => void = () => {},
  maxWhole = MAX_WHOLE_BYTES,
): Promise<BookReading> {
  const bytes = typeof file === "string" ? new TextEncoder().encode(file) : file;
  try {
    if (bytes.length > MAX_BOOK_BYTES) refuse({ kind: "too-large", bytes: bytes.length, most: MAX_BOOK_BYTES });
    const builder = new BookBuilder(await loadKinds());
    const inLines = await readByLine(bytes, builder, onProgress);
    const contents = inLines ? builder.contents() : await readWhole(bytes, onProgress, maxWhole);
    return { ok: true, ...contents };
  } catch (error) {
    if (error instanceof BookRefusal) return { ok: false, problem: error.problem };
    // Too much for the stack or for memory.
    if (error instanceof RangeError) return { ok: false, problem: { kind: "too-deep", most: MAX_DEPTH } };
    throw error;
  }
}

/** Items as they arrive, checked one by one. */
class BookBuilder {
  private readonly items: Record<KindKey, unknown[]> = forEachKind(() => []);
  private readonly ids: Record<KindKey, Set<string>> = forEachKind(() => new Set());
  /** With their summaries: the runs themselves would take several times the memory. */
  private readonly days = new Map<number, SummarisedDay>();
  /** Runs from files that don't group them by day. */
  private readonly loose: Run[] = [];
  private runCount = 0;

  constructor(private readonly kinds: Loaded) {}

  /** Number of items of a kind; for runs, of days. */
  count(key: KindKey): number {
    return key === "runs" ? this.days.size : this.items[key].length;
  }

  add(key: Exclude<KindKey, "runs">, item: unknown) {
    const index = this.items[key].length;
    const read = (this.kinds[key].item as z.ZodType<{ readonly id: string }>).safeParse(item);
    if (!read.success) refuse(firstFieldProblem(read.error, item, { key, index }));
    const { id } = read.data;
    if (this.ids[key].has(id)) refuse({ kind: "twice", what: KINDS[key].one, id });
    this.ids[key].add(id);
    this.items[key].push(read.data);
  }

  /** A run as an object, as in files up to version 10. */
  addRun(run: unknown) {
    const read = runSchema.safeParse(run);
    if (!read.success) refuse(firstFieldProblem(read.error, run, { key: "runs", index: this.runCount }));
    this.runCount++;
    this.loose.push(read.data);
  }

  /** A day's runs as rows; `text` is their source. */
  addDay(rows: unknown, text: string | null) {
    if (!Array.isArray(rows)) {
      return this.refuseRun({ kind: "type", wanted: "array" });
    }
    const runs: Run[] = [];
    for (const row of rows as unknown[]) {
      const run = readRunRow(row);
      // The schema finds the faulty field.
      if (!run) this.addRun(asRun(row));
      if (!run) return this.refuseRun({ kind: "other" });
      this.runCount++;
      runs.push(run);
    }
    const [first] = runs;
    if (!first) return;
    const day = runDayOf(first);
    // Usually a line is a day as stored, and needn't be serialized again.
    if (text !== null && !this.days.has(day) && isInOrder(runs)) {
      this.days.set(day, { day, text, summary: summariseDay(day, runs) });
    } else this.keep(runs);
  }

  contents(): BookContents {
    this.keep(this.loose);
    const runs = [...this.days.values()].sort((a, b) => a.day - b.day);
    return { ...EMPTY_BOOK, ...this.items, runs } as BookContents;
  }

  private keep(runs: readonly Run[]) {
    for (const [day, ofDay] of groupByDay(runs)) {
      const all = [...readRunDay(this.days.get(day)), ...ofDay];
      this.days.set(day, { ...writeRunDay(day, all), summary: summariseDay(day, all) });
    }
  }

  private refuseRun(fault: FieldFault): never {
    return refuse({ kind: "field", path: "", item: itemOf("runs", this.runCount), fault });
  }
}

/** The bytes in chunks, unpacked if compressed. */
async function* piecesOf(bytes: Bytes, onProgress: (share: number) => void): AsyncGenerator<Uint8Array> {
  let at = 0;
  const next = () => {
    const piece = bytes.subarray(at, at + CHUNK);
    at += piece.length;
    onProgress(bytes.length === 0 ? 1 : at / bytes.length);
    return piece;
  };
  const isPacked = bytes[0] === 0x1f && bytes[1] === 0x8b;
  if (!isPacked) {
    while (at < bytes.length) yield next();
    return;
  }
  const source = new ReadableStream<Bytes>({
    pull(controller) {
      if (at < bytes.length) controller.enqueue(next());
      else controller.close();
    },
  });
  const reader = source.pipeThrough(new DecompressionStream("gzip")).getReader();
  let unpacked = 0;
  try {
    for (let part = await reader.read(); !part.done; part = await reader.read()) {
      unpacked += part.value.length;
      if (unpacked > MAX_BOOK_BYTES) refuse({ kind: "too-large", bytes: unpacked, most: MAX_BOOK_BYTES });
      yield part.value;
    }
  } catch (error) {
    if (error instanceof BookRefusal) throw error;
    refuse({ kind: "damaged" });
  } finally {
    await reader.cancel().catch(() => {});
  }
}

async function* linesOf(bytes: Bytes, onProgress: (share: number) => void): AsyncGenerator<string> {
  const decoder = new TextDecoder();
  let rest = "";
  for await (const piece of piecesOf(bytes, onProgress)) {
    const text = decoder.decode(piece, { stream: true });
    let from = 0;
    for (let end = text.indexOf("\n"); end >= 0; end = text.indexOf("\n", from)) {
      yield rest + text.slice(from, end);
      rest = "";
      from = end + 1;
    }
    rest += text.slice(from);
    if (rest.length > MAX_LINE) return yield rest;
  }
  rest += decoder.decode();
  if (rest) yield rest;
}

const SECTION = /^"([A-Za-z]{1,20})":(\[|\[\],)$/;

/** False for a file in another layout; nothing was read from it then. */
async function readByLine(bytes: Bytes, builder: BookBuilder, onProgress: (share: number) => void): Promise<boolean> {
  let number = 0;
  let key: KindKey | null = null;
  for await (const line of linesOf(bytes, onProgress)) {
    if (++number === 1) {
      if (line !== FIRST_LINE) return false;
    } else if (key === null && line.startsWith(`"${LAST_KEY}":`)) {
      checkCounts(line.slice(LAST_KEY.length + 3, -1), builder, number);
      return true;
    } else if (key === null) {
      const [, name = "", rest] = SECTION.exec(line) ?? [];
      if (!isKey(name)) return refuse({ kind: "not-json", line: number });
      key = rest === "[" ? name : null;
    } else if (line === "],") key = null;
    else {
      const text = line.endsWith(",") ? line.slice(0, -1) : line;
      const item = parse(text, number);
      if (key === "runs") builder.addDay(item, text);
      else builder.add(key, item);
    }
  }
  return number === 0 ? false : refuse({ kind: "cut-off", line: number });
}

function parse(text: string, line: number): unknown {
  if (text.length > MAX_LINE) refuse({ kind: "too-large", bytes: text.length, most: MAX_LINE });
  checkDepth(text);
  try {
    return JSON.parse(text);
  } catch {
    return refuse({ kind: "not-json", line });
  }
}

/** Before parsing, because validation recurses as deep as the value. */
function checkDepth(text: string) {
  let depth = 0;
  let isInText = false;
  for (let at = 0; at < text.length; at++) {
    const code = text.charCodeAt(at);
    if (isInText) {
      if (code === 92) at++;
      else if (code === 34) isInText = false;
    } else if (code === 34) isInText = true;
    else if (code === 91 || code === 123) {
      if (++depth > MAX_DEPTH) refuse({ kind: "too-deep", most: MAX_DEPTH });
    } else if (code === 93 || code === 125) depth--;
  }
}

function checkCounts(text: string, builder: BookBuilder, line: number) {
  const counts = z.partialRecord(z.enum(KEYS as [KindKey, ...KindKey[]]), z.number()).safeParse(parse(text, line)).data;
  if (!counts) refuse({ kind: "not-json", line });
  for (const key of KEYS) {
    if ((counts?.[key] ?? 0) !== builder.count(key)) refuse({ kind: "cut-off", line });
  }
}

function isKey(name: string): name is KindKey {
  return Object.hasOwn(KINDS, name);
}

/** A book of a given version with the kinds it had, items unread. Every version ever written is supported. */
function versionSchema(version: number) {
  const had = KEYS.filter((key) => KINDS[key].since.book <= version);
  return z.strictObject({
    format: z.literal(BOOK_FORMAT),
    version: z.literal(version),
    ...(Object.fromEntries(had.map((key) => [key, z.array(z.unknown())])) as Record<KindKey, z.ZodArray<z.ZodUnknown>>),
    [LAST_KEY]: z.unknown().optional(),
  });
}

async function readWhole(bytes: Bytes, onProgress: (share: number) => void, most: number): Promise<BookContents> {
  const text = await readText(bytes, most);
  checkDepth(text);
  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch (error) {
    refuse({ kind: "not-json", line: lineOf(text, error) });
  }
  const head = z.object({ format: z.literal(BOOK_FORMAT), version: z.unknown() }).safeParse(data);
  if (!head.success) return refuse({ kind: "not-a-book" });
  const { version } = head.data;
  if (typeof version !== "number" || !Number.isInteger(version) || version < 1 || version > BOOK_VERSION) {
    return refuse({ kind: "version", found: String(version).slice(0, 20), known: BOOK_VERSION });
  }
  const book = versionSchema(version).safeParse(data);
  if (!book.success) return refuse(firstFieldProblem(book.error, data));
  const builder = new BookBuilder(await loadKinds());
  const total = KEYS.reduce((sum, key) => sum + (book.data[key]?.length ?? 0), 0);
  let done = 0;
  for (const key of KEYS) {
    for (const item of book.data[key] ?? []) {
      if (key !== "runs") builder.add(key, item);
      else if (version < DAYS_VERSION) builder.addRun(item);
      else builder.addDay(item, null);
      onProgress(++done / total);
    }
  }
  return builder.contents();
}

async function readText(bytes: Bytes, most: number): Promise<string> {
  const decoder = new TextDecoder();
  const parts: string[] = [];
  let size = 0;
  for await (const piece of piecesOf(bytes, () => {})) {
    size += piece.length;
    if (size > most) refuse({ kind: "too-large", bytes: size, most });
    parts.push(decoder.decode(piece, { stream: true }));
  }
  return parts.join("") + decoder.decode();
}

/** The line at which JSON parsing failed, from the engine's message. */
function lineOf(text: string, error: unknown): number | null {
  const [, position] = /position (\d+)/.exec(error instanceof Error ? error.message : "") ?? [];
  return position === undefined ? null : text.slice(0, Number(position)).split("\n").length;
}
