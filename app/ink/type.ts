/**
 * Measures signs and letters by their outlines, so that nothing waits for a font and tests measure what readers see.
 */

import type { Box, Face, InkKind, InkTone, SignInk, WordsInk } from "./ink";
import moreWidths from "./outlines/more-widths.json" with { type: "json" };
import music from "./outlines/music.json" with { type: "json" };
import widths from "./outlines/widths.json" with { type: "json" };

type Sign = readonly [advance: number, box: readonly number[], outline: string];
// JSON arrays have list types in TypeScript, but these are triples.
const SIGNS = music as unknown as Readonly<Record<string, Sign>>;
type Widths = Readonly<Record<Face, Readonly<Record<string, number>>>>;
const WIDTHS: Widths = widths;
const MORE_WIDTHS: Widths = moreWidths;

/** Outlines are in thousandths of the type size. */
const UNITS = 1000;
/** A letter without an outline is as wide as this one. */
const STAND_IN = "n";
/** Heights of capitals and descenders as a share of the type size, for both faces' tallest letters. */
const ASCENT = 0.74;
const DESCENT = 0.2;

/** The path of a sign, in thousandths of the type size. Null if it isn't among the outlines. */
export function outlineOf(code: string): string | null {
  return SIGNS[code]?.[2] ?? null;
}

export function codeOf(character: string): string {
  return (character.codePointAt(0) ?? 0).toString(16).toUpperCase();
}

export function signWidth(code: string, size: number): number {
  return ((SIGNS[code]?.[0] ?? 0) * size) / UNITS;
}

/** The bounds of a sign's ink, drawn at `x`, `y`. */
export function signBox(code: string, x: number, y: number, size: number): Box {
  const [left = 0, top = 0, right = 0, bottom = 0] = SIGNS[code]?.[1] ?? [];
  const scale = size / UNITS;
  return { left: x + left * scale, top: y + top * scale, right: x + right * scale, bottom: y + bottom * scale };
}

export function wordsWidth(text: string, size: number, face: Face): number {
  const [table, more] = [WIDTHS[face], MORE_WIDTHS[face]];
  let units = 0;
  for (const letter of text) units += table[letter] ?? more[letter] ?? table[STAND_IN] ?? 0;
  return (units * size) / UNITS;
}

/** Which of a face's two files has a letter; null for neither. */
export function fileOf(letter: string, face: Face): "latin" | "latin-ext" | null {
  if (WIDTHS[face][letter] !== undefined) return "latin";
  return MORE_WIDTHS[face][letter] === undefined ? null : "latin-ext";
}

/** The other face of the same weight, for characters that the first one lacks, such as ½. */
const STANDS_IN: Partial<Record<Face, Face>> = { "sans-400": "display-400", "sans-600": "display-600" };

function faceFor(text: string, face: Face): Face {
  const other = STANDS_IN[face];
  const isWhole = (one: Face) => [...text].every((letter) => fileOf(letter, one));
  return other && !isWhole(face) && isWhole(other) ? other : face;
}

/** Height of capitals above the baseline. */
export function ascentOf(size: number): number {
  return size * ASCENT;
}

interface PlacedType {
  readonly kind: InkKind;
  readonly note?: number;
  readonly tone?: InkTone;
}

/** A sign with its left edge at `x`, or its centre if `centred`. */
export function placeSign(
  code: string,
  x: number,
  y: number,
  size: number,
  placed: PlacedType,
  centred = false,
): SignInk {
  const at = signBox(code, 0, 0, size);
  const from = centred ? x - (at.left + at.right) / 2 : x;
  return { shape: "sign", code, x: from, y, size, box: signBox(code, from, y, size), ...placed };
}

/** Words with their baseline at `y`, starting at `x`, or centred there if `centred`. */
export function placeWords(
  text: string,
  x: number,
  y: number,
  { size, face: wanted }: { readonly size: number; readonly face: Face },
  placed: PlacedType,
  centred = true,
): WordsInk {
  const face = faceFor(text, wanted);
  const width = wordsWidth(text, size, face);
  const from = centred ? x - width / 2 : x;
  const box = { left: from, top: y - size * ASCENT, right: from + width, bottom: y + size * DESCENT };
  return { shape: "words", text, x: from, y, size, face, box, ...placed };
}
