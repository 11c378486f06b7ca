/** The book of cells: shipped rudiments and the player's own as one list. */

import { z } from "zod";
import { formatLine, formatSlots, MAX_TEXT, readStickLine } from "~/core/line";
import {
  type Cell,
  canonicalSticking,
  type FamilyIndex,
  indexFamilies,
  mirrorCell,
  oneLead,
  primitiveCell,
  recipeResult,
} from "~/core/moves";
import { mirrorLine, openingRate } from "~/core/phrase";
import { formatRate, METER_UNITS } from "~/core/time";
import { describeMove } from "~/words/moves";
import { uncapital } from "~/words/slot";
import type { CellRow } from "../database";
import { MAX_NAME } from "../phrase/phrase";
import { type CellContent, type CellDraftContent, cellContentSchema, cellOf, type RudimentMark } from "./content";

/** A shipped rudiment. */
export const shippedRudimentSchema = z.object({
  id: z.string().max(64),
  number: z.number().int(),
  name: z.string().max(MAX_NAME),
  family: z.enum(["roll", "diddle", "flam", "drag"]),
  meter: z.object({ beats: z.number().int().min(1).max(32), unit: z.literal(METER_UNITS) }),
  line: z.string().max(MAX_TEXT),
  note: z.string().optional(),
});
export type ShippedRudiment = z.infer<typeof shippedRudimentSchema>;

export interface BookEntry {
  readonly id: string;
  readonly name: string;
  readonly cell: Cell;
  readonly text: string;
  readonly rate: string;
  readonly favourite: boolean;
  readonly tags: readonly string[];
  /** Its origin and recipe, in a few words. */
  readonly made: string;
  readonly rudiment: ShippedRudiment | null;
  readonly row: CellRow | null;
}

/** Shipped rudiments start with the player's strong hand; own cells stay as they are. */
export function listEntries(
  rudiments: readonly ShippedRudiment[],
  marks: readonly RudimentMark[],
  rows: readonly CellRow[],
  leftHanded: boolean,
): BookEntry[] {
  const noted = new Map(marks.map((mark) => [mark.id, mark]));
  return [
    ...rows.map(ownEntry),
    ...rudiments.map((rudiment) => shippedEntry(rudiment, noted.get(rudiment.id), leftHanded)),
  ];
}

function ownEntry(row: CellRow): BookEntry {
  const { name, text, rate, favourite, tags } = row.content;
  return {
    id: row.id,
    name: name || "Untitled cell",
    cell: cellOf(text),
    text,
    rate,
    favourite,
    tags,
    made: wordRecipe(row.content),
    rudiment: null,
    row,
  };
}

function shippedEntry(rudiment: ShippedRudiment, mark: RudimentMark | undefined, leftHanded: boolean): BookEntry {
  const line = readStickLine(rudiment.line).line ?? [];
  const lead = oneLead(line);
  const cell = leftHanded ? mirrorCell(lead) : lead;
  return {
    id: rudiment.id,
    name: rudiment.name,
    cell,
    text: formatSlots(cell),
    rate: formatRate(openingRate(line)),
    favourite: mark?.favourite ?? false,
    tags: mark?.tags ?? [],
    made: `Rudiment ${rudiment.number}: ${formatLine(leftHanded ? mirrorLine(line) : line)}`,
    rudiment,
    row: null,
  };
}

/** "Single paradiddle: add a hand, then mirror". */
export function wordRecipe({ origin, moves }: Pick<CellContent, "origin" | "moves">): string {
  const from = origin.name || "Typed";
  return moves.length === 0
    ? from
    : `${from}: ${moves.map((move) => uncapital(describeMove(move).name)).join(", then ")}`;
}

export const BOOK_FILTERS = [
  { id: "all", name: "All" },
  { id: "own", name: "Own" },
  { id: "favourite", name: "Favourites" },
  { id: "roll", name: "Rolls" },
  { id: "diddle", name: "Diddles" },
  { id: "flam", name: "Flams" },
  { id: "drag", name: "Drags" },
] as const;
export type BookFilter = (typeof BOOK_FILTERS)[number]["id"];

export interface BookQuery {
  readonly words: string;
  readonly filter: BookFilter;
  readonly tag: string | null;
}

/** A word with nothing but strokes, in either case, is a sticking to search for. */
function findsWord(entry: BookEntry, word: string): boolean {
  if (`${entry.name} ${entry.tags.join(" ")} ${entry.made}`.toLowerCase().includes(word)) return true;
  const bare = (text: string) => text.toLowerCase().replace(/[^rlkh\-(){}]/g, "");
  return /^[rlkh-]{2,}$/.test(word) && bare(entry.text).includes(word);
}

export function findEntries(entries: readonly BookEntry[], { words, filter, tag }: BookQuery): BookEntry[] {
  const wanted = words.toLowerCase().split(/\s+/).filter(Boolean);
  return entries.filter((entry) => {
    if (filter === "own" && !entry.row) return false;
    if (filter === "favourite" && !entry.favourite) return false;
    if (filter !== "all" && filter !== "own" && filter !== "favourite" && entry.rudiment?.family !== filter)
      return false;
    if (tag !== null && !entry.tags.includes(tag)) return false;
    return wanted.every((word) => findsWord(entry, word));
  });
}

/** Tags in use, most frequent first. */
export function countTags(entries: readonly BookEntry[]): readonly (readonly [tag: string, count: number])[] {
  const counts = new Map<string, number>();
  for (const { tags } of entries) for (const tag of tags) counts.set(tag, (counts.get(tag) ?? 0) + 1);
  return [...counts].sort((a, b) => b[1] - a[1] || a[0].localeCompare(b[0]));
}

let indexed: { readonly stickings: string; readonly index: FamilyIndex } | null = null;

/** Every form of every rudiment: kept for the visit, because it takes noticeably long. */
export function indexRudiments(entries: readonly BookEntry[]): FamilyIndex {
  const rudiments = entries.filter(({ rudiment }) => rudiment);
  const stickings = rudiments.map(({ id, text }) => `${id} ${text}`).join();
  if (indexed?.stickings !== stickings) indexed = { stickings, index: indexFamilies(rudiments) };
  return indexed.index;
}

/** Own cells with the same sticking, rotated, mirrored or repeated, except `id`. */
export function findRelatives(entries: readonly BookEntry[], cell: Cell, id: string | null): BookEntry[] {
  if (cell.length === 0) return [];
  const form = canonicalSticking(primitiveCell(cell));
  return entries.filter(
    (entry) => entry.row !== null && entry.id !== id && canonicalSticking(primitiveCell(entry.cell)) === form,
  );
}

/** The draft for an opened entry: an own cell with its recipe, a rudiment as it is. */
export function draftOf({ id, name, text, rate, row }: BookEntry): CellDraftContent {
  if (!row) {
    return { name: "", origin: { source: id, name, typed: text, text }, moves: [], at: 0, rate };
  }
  const { origin, moves } = row.content;
  return {
    name: row.content.name,
    origin: { source: origin.source, name: origin.name, typed: origin.text, text: origin.text },
    moves,
    at: moves.length,
    rate,
  };
}

export const EMPTY_DRAFT: CellDraftContent = {
  name: "",
  origin: { source: null, name: "", typed: "", text: null },
  moves: [],
  at: 0,
  rate: "4",
};

/** The cell being viewed, as it would be saved; null if there is none. */
export function contentOf(
  { name, origin, moves, at, rate }: CellDraftContent,
  given: Partial<CellContent> = {},
): CellContent | null {
  if (origin.text === null) return null;
  const kept = moves.slice(0, at);
  const plain = { source: origin.source, name: origin.name, text: origin.text };
  const text = formatSlots(recipeResult(cellOf(origin.text), kept));
  const content = { name: name || nameOf(plain, kept), tags: [], favourite: false, text, rate, origin: plain };
  // Longer than a cell may be: it belongs on the Stack.
  return cellContentSchema.safeParse({ ...content, moves: kept, ...given }).data ?? null;
}

/** A suggested name. */
function nameOf(origin: CellContent["origin"], moves: CellContent["moves"]): string {
  const last = moves.at(-1);
  const from = origin.name || origin.text;
  return (last ? `${from}, ${uncapital(describeMove(last).name)}` : from).slice(0, MAX_NAME);
}
