/** What a line that can't be read may mean: another letter for a foot, or a rudiment's name instead of its sticking. */

import { formatSlots, type Problem } from "~/core/line";
import { mirrorCell } from "~/core/moves";
import type { BookEntry } from "~/library/cell/entries";

/** A line that reads, offered instead of the typed one. */
export interface Meant {
  /** "Paradiddle: RLRRLRLL", "K (bass drum) for “F”". */
  readonly name: string;
  readonly text: string;
}

const FEET = [
  ["K", "bass drum"],
  ["H", "hi-hat foot"],
] as const;
/** A name has at most this many words. */
const MAX_WORDS = 5;
/** Shorter words are stickings, or typing that isn't finished. */
const MIN_LETTERS = 4;
const MAX_OFFERS = 3;

/** Whether a rudiment's name may be among what can't be read. */
export function mayNameRudiment(text: string, problems: readonly Problem[]): boolean {
  return problems.some(({ from }) => lettersAround(text, from).length >= MIN_LETTERS);
}

/** At most a few offers, the likeliest first. */
export function listMeant(text: string, problems: readonly Problem[], book: readonly BookEntry[]): readonly Meant[] {
  const named = meantRudiments(text, problems, book);
  return named.length > 0 ? named : meantFeet(text, problems);
}

function meantFeet(text: string, problems: readonly Problem[]): Meant[] {
  const letters = problems.filter(({ code }) => code === "foot-letter");
  const [first] = letters;
  if (!first || mayNameRudiment(text, [first])) return [];
  const letter = first.found.toUpperCase();
  const places = new Set(letters.filter(({ found }) => found.toUpperCase() === letter).map(({ from }) => from));
  return FEET.map(([limb, name]) => ({
    name: `${limb} (${name}) for “${letter}”`,
    // A small letter stays small: it is a ghost note.
    text: [...text]
      .map((typed, at) => (places.has(at) ? (typed === letter ? limb : limb.toLowerCase()) : typed))
      .join(""),
  }));
}

interface Word {
  readonly from: number;
  readonly to: number;
  readonly letters: string;
}

function meantRudiments(text: string, problems: readonly Problem[], book: readonly BookEntry[]): Meant[] {
  const words = listWords(text);
  for (const { from } of problems) {
    const at = words.findIndex((word) => from >= word.from && from < word.to);
    if (at < 0) continue;
    // The longest name first: "double paradiddle" before "paradiddle".
    for (let many = MAX_WORDS; many > 0; many--) {
      for (let first = Math.max(0, at - many + 1); first <= at; first++) {
        const taken = words.slice(first, first + many);
        const [start, end] = [taken[0], taken.at(-1)];
        if (taken.length < many || !start || !end) continue;
        const found = findByName(taken.map(({ letters }) => letters).join(" "), book);
        if (found.length > 0) {
          return found.map((entry) => ({
            name: `${entry.name}: ${stickingOf(entry)}`,
            text: `${text.slice(0, start.from)}${stickingOf(entry)}${text.slice(end.to)}`,
          }));
        }
      }
    }
  }
  return [];
}

/** With both hands leading in turn, if the rudiment is written like that. */
function stickingOf({ text, cell, rudiment }: BookEntry): string {
  const other = formatSlots(mirrorCell(cell));
  const turns = rudiment?.line.split(" ") ?? [];
  return turns.includes(text) && turns.includes(other) ? `${text} ${other}` : text;
}

function findByName(typed: string, book: readonly BookEntry[]): readonly BookEntry[] {
  if (typed.length < MIN_LETTERS) return [];
  const name = typed.replace(/s$/, "");
  const isNamed = [
    (full: string) => full === name,
    (full: string) => full.startsWith(name),
    (full: string) => full.includes(` ${name}`),
  ];
  const rank = (entry: BookEntry) => isNamed.findIndex((is) => is(entry.name.toLowerCase()));
  return book
    .filter((entry) => rank(entry) >= 0)
    .toSorted((a, b) => rank(a) - rank(b))
    .slice(0, MAX_OFFERS);
}

function listWords(text: string): Word[] {
  return [...text.matchAll(/\p{L}+/gu)].map(({ 0: found, index }) => ({
    from: index,
    to: index + found.length,
    letters: found.toLowerCase(),
  }));
}

function lettersAround(text: string, at: number): string {
  return listWords(text).find(({ from, to }) => at >= from && at < to)?.letters ?? "";
}
