/** Counting aloud: the syllable for any place in any beat, in several styles. */

import { type BeatPosition, beatPosition, type Meter, type Ticks } from "../time/time";

export const COUNT_STYLES = ["beats", "trip-let", "cell", "french", "south-indian"] as const;
export type CountStyle = (typeof COUNT_STYLES)[number];

type Syllables = Record<number, readonly string[]>;

/**
 * Within the beat, by number of slots. The first stands for the beat's own number. Twos to fours, sixes and eights as
 * drummers commonly count; where there is no common usage (5, 7, 9, 10, 11) the places are numbered.
 */
const BY_BEATS: Syllables = {
  1: [""],
  2: ["", "&"],
  3: ["", "&", "a"],
  4: ["", "e", "&", "a"],
  6: ["", "e", "&", "e", "a", "e"],
  8: ["", "ta", "e", "ta", "&", "ta", "a", "ta"],
  12: ["", "ta", "ta", "e", "ta", "ta", "&", "ta", "ta", "a", "ta", "ta"],
};
const BY_TRIP_LET: Syllables = {
  ...BY_BEATS,
  3: ["", "trip", "let"],
  6: ["", "trip", "let", "&", "trip", "let"],
  12: ["", "trip", "let", "e", "trip", "let", "&", "trip", "let", "a", "trip", "let"],
};
/** French time names: ta-te halves, ta-te-ti thirds, fa between them. Fives and sevens run on through the same consonants. */
const FRENCH: Syllables = {
  1: ["ta"],
  2: ["ta", "te"],
  3: ["ta", "te", "ti"],
  4: ["ta", "fa", "te", "fe"],
  5: ["ta", "fa", "te", "fe", "ti"],
  6: ["ta", "fa", "te", "fe", "ti", "fi"],
  7: ["ta", "fa", "te", "fe", "ti", "fi", "to"],
  8: ["ta", "na", "fa", "na", "te", "ne", "fe", "ne"],
  9: ["ta", "ra", "la", "te", "re", "le", "ti", "ri", "li"],
  10: ["ta", "fa", "te", "fe", "ti", "ta", "fa", "te", "fe", "ti"],
  11: ["ta", "fa", "te", "fe", "ta", "fa", "te", "fe", "ta", "te", "ti"],
  12: ["ta", "na", "fa", "na", "te", "ne", "fe", "ne", "ti", "ni", "fi", "ni"],
};
/** South Indian rhythm syllables; long groups are spoken as the shorter ones that make them up. */
const SOUTH_INDIAN: Syllables = {
  1: ["ta"],
  2: ["ta", "ka"],
  3: ["ta", "ki", "ta"],
  4: ["ta", "ka", "di", "mi"],
  5: ["ta", "di", "gi", "na", "tom"],
  6: ["ta", "ka", "di", "mi", "ta", "ka"],
  7: ["ta", "ki", "ta", "ta", "ka", "di", "mi"],
  8: ["ta", "ka", "di", "mi", "ta", "ka", "jo", "nu"],
  9: ["ta", "ka", "di", "mi", "ta", "di", "gi", "na", "tom"],
  10: ["ta", "di", "gi", "na", "tom", "ta", "di", "gi", "na", "tom"],
  11: ["ta", "ki", "ta", "ta", "ka", "di", "mi", "ta", "ka", "jo", "nu"],
  12: ["ta", "ka", "di", "mi", "ta", "ka", "jo", "nu", "ta", "ka", "di", "mi"],
};
const TABLES: Record<Exclude<CountStyle, "cell">, Syllables> = {
  beats: BY_BEATS,
  "trip-let": BY_TRIP_LET,
  french: FRENCH,
  "south-indian": SOUTH_INDIAN,
};

/**
 * The syllables of one beat of `slots` slots, 1 to 12, for beat number `beat` (from 1).
 * Styles that count beats begin with its number.
 */
export function countBeat(style: CountStyle, slots: number, beat: number): string[] {
  return Array.from({ length: slots }, (_, index) =>
    style === "cell" ? String(index + 1) : syllable(style, { beat: beat - 1, numerator: index, denominator: slots }),
  );
}

function syllable(style: Exclude<CountStyle, "cell">, { beat, numerator, denominator }: BeatPosition): string {
  const found = TABLES[style][denominator]?.[numerator];
  if (found !== undefined && found !== "") return found;
  const countsBeats = style === "beats" || style === "trip-let";
  if (numerator === 0) return countsBeats ? String(beat + 1) : "ta";
  // Finer than any tradition names: the place in the beat.
  return String(numerator + 1);
}

/** What to count a slot with. */
export interface CountedSlot {
  readonly at: Ticks;
  readonly duration: Ticks;
  /** Place in its cell, from 0. */
  readonly place: number;
}

/** The syllable of a slot in its meter; counted by the number of its slots that make a beat, where that is whole. */
export function countSlot(style: CountStyle, slot: CountedSlot, meter: Meter): string {
  if (style === "cell") return String(slot.place + 1);
  return syllable(style, beatPosition(slot.at, slot.duration, meter));
}
