/** The book file: fills, own cells and notes on rudiments in one versioned JSON file. `docs/book-file.md` describes it. */

import { z } from "zod";
import { type OwnCell, ownCellSchema, type RudimentMark, rudimentMarkSchema } from "./cell";
import { type Fill, fillSchema } from "./fill";
import { type SavedGroove, savedGrooveSchema } from "./groove";
import { type SavedKit, savedKitSchema } from "./kit";
import { type PlanRow, planSchema } from "./plan";
import { type Run, runSchema } from "./run";
import { type SavedSearch, savedSearchSchema } from "./search";

export const BOOK_FORMAT = "dime-stack-book";
export const BOOK_VERSION = 6;
export const BOOK_EXTENSION = ".dimestack.json";
/** Files over this are refused unread. */
export const MAX_BOOK_BYTES = 24 * 1024 * 1024;
const MAX_BOOK_ITEMS = 5_000;
/** Several years of practice. */
const MAX_BOOK_RUNS = 60_000;

/** All that a player's book holds. */
export interface BookContents {
  readonly fills: readonly Fill[];
  readonly cells: readonly OwnCell[];
  /** Only rudiments that something was noted on. */
  readonly rudiments: readonly RudimentMark[];
  readonly searches: readonly SavedSearch[];
  /** Own kits; those that ship are everybody's. */
  readonly kits: readonly SavedKit[];
  /** Own grooves, as with kits. */
  readonly grooves: readonly SavedGroove[];
  /** How far the player is with the fills. */
  readonly plans: readonly PlanRow[];
  /** All that was practised. */
  readonly runs: readonly Run[];
}

export const EMPTY_BOOK: BookContents = {
  fills: [],
  cells: [],
  rudiments: [],
  searches: [],
  kits: [],
  grooves: [],
  plans: [],
  runs: [],
};

const ITEMS = {
  fills: z.array(fillSchema).max(MAX_BOOK_ITEMS),
  cells: z.array(ownCellSchema).max(MAX_BOOK_ITEMS),
  rudiments: z.array(rudimentMarkSchema).max(MAX_BOOK_ITEMS),
  searches: z.array(savedSearchSchema).max(MAX_BOOK_ITEMS),
  kits: z.array(savedKitSchema).max(MAX_BOOK_ITEMS),
  grooves: z.array(savedGrooveSchema).max(MAX_BOOK_ITEMS),
  plans: z.array(planSchema).max(MAX_BOOK_ITEMS),
  runs: z.array(runSchema).max(MAX_BOOK_RUNS),
} as const;

/** A book of a version, with what it had; what came later is empty. */
function versionSchema<Version extends number>(
  version: Version,
  items: Partial<typeof ITEMS>,
): z.ZodType<BookContents> {
  return z
    .strictObject({ format: z.literal(BOOK_FORMAT), version: z.literal(version), ...items })
    .transform(({ format: _, version: __, ...contents }) => ({
      ...EMPTY_BOOK,
      ...(contents as Partial<BookContents>),
    }));
}

const { fills, cells, rudiments, searches, kits, grooves, plans, runs } = ITEMS;
/** Each version that was ever written is read. */
const VERSIONS: Readonly<Record<number, z.ZodType<BookContents>>> = {
  1: versionSchema(1, { fills }),
  2: versionSchema(2, { fills, cells, rudiments }),
  3: versionSchema(3, { fills, cells, rudiments, searches }),
  4: versionSchema(4, { fills, cells, rudiments, searches, kits }),
  5: versionSchema(5, { fills, cells, rudiments, searches, kits, grooves }),
  6: versionSchema(6, { fills, cells, rudiments, searches, kits, grooves, plans, runs }),
};

/** What became of an item of a file: "same" was in the book already, "beside" stands beside another version of it. */
export type Taken = "added" | "same" | "beside";
export interface ImportCount {
  readonly fills: Readonly<Record<Taken, number>>;
  readonly cells: Readonly<Record<Taken, number>>;
  readonly searches: Readonly<Record<Taken, number>>;
  readonly kits: Readonly<Record<Taken, number>>;
  readonly grooves: Readonly<Record<Taken, number>>;
  readonly runs: Readonly<Record<Taken, number>>;
}

const KINDS = {
  fills: "fill",
  cells: "cell",
  rudiments: "rudiment",
  searches: "search",
  kits: "kit",
  grooves: "groove",
  plans: "plan",
  runs: "run",
} as const;
type BookKey = keyof typeof KINDS;
export type BookItemKind = (typeof KINDS)[BookKey];

export type BookProblem =
  | { readonly kind: "too-large"; readonly bytes: number; readonly most: number }
  | { readonly kind: "not-json"; readonly detail: string }
  | { readonly kind: "not-a-book" }
  | { readonly kind: "version"; readonly found: string; readonly known: number }
  | { readonly kind: "twice"; readonly what: BookItemKind; readonly id: string }
  | {
      readonly kind: "field";
      readonly path: string;
      /** Which of its kind, from 0; null for the file itself. */
      readonly item: { readonly what: BookItemKind; readonly index: number } | null;
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
  const schema = typeof head.data.version === "number" ? VERSIONS[head.data.version] : undefined;
  if (!schema) {
    const found = String(head.data.version).slice(0, 20);
    return { ok: false, problem: { kind: "version", found, known: BOOK_VERSION } };
  }
  const book = schema.safeParse(data);
  if (!book.success) return { ok: false, problem: firstFieldProblem(book.error) };
  const twice = findTwice(book.data);
  return twice ? { ok: false, problem: twice } : { ok: true, ...book.data };
}

function findTwice(contents: BookContents): BookProblem | null {
  for (const key of Object.keys(KINDS) as BookKey[]) {
    const seen = new Set<string>();
    for (const { id } of contents[key]) {
      if (seen.has(id)) return { kind: "twice", what: KINDS[key], id };
      seen.add(id);
    }
  }
  return null;
}

function firstFieldProblem(error: z.ZodError): BookProblem {
  const issue = error.issues[0];
  const path = issue?.path ?? [];
  const [key, index] = path;
  const what = typeof key === "string" && key in KINDS ? KINDS[key as BookKey] : null;
  const item = what && typeof index === "number" ? { what, index } : null;
  return { kind: "field", path: path.slice(item ? 2 : 0).join("."), item, detail: issue?.message ?? "" };
}
