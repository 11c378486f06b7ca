/** Counting aloud: the syllable for every position in a beat, in several styles. */

import {
  type BeatPosition,
  barTicks,
  beatPosition,
  beatTicks,
  gcd,
  isCompound,
  type Meter,
  type Ticks,
  ticks,
  unitTicks,
} from "../time/time";

type Syllables = Record<number, readonly string[]>;

/**
 * Within the beat, by number of slots. An empty string stands for the beat's number. Twos to fours, sixes and eights as
 * drummers usually count; without a common usage (5, 7, 9, 10, 11), positions are numbered.
 */
const BY_BEATS: Syllables = {
  1: [""],
  2: ["", "&"],
  3: ["", "&", "a"],
  4: ["", "e", "&", "a"],
  // The "&" is the middle of the beat, on the fourth note.
  6: ["", "trip", "let", "&", "trip", "let"],
  8: ["", "ta", "e", "ta", "&", "ta", "a", "ta"],
  12: ["", "ta", "ta", "e", "ta", "ta", "&", "ta", "ta", "a", "ta", "ta"],
};
const BY_TRIP_LET: Syllables = {
  ...BY_BEATS,
  3: ["", "trip", "let"],
  12: ["", "trip", "let", "e", "trip", "let", "&", "trip", "let", "a", "trip", "let"],
};
/** Six as a triplet on each half of the beat, repeating the number: 2 & a 2 & a. */
const BY_HALVES: Syllables = { ...BY_BEATS, 6: ["", "&", "a", "", "&", "a"] };
/** Within a dotted beat of three eighths: six are three pairs, twelve the same halved. */
const HALVED = (eighths: readonly [string, string, string]) => eighths.flatMap((eighth) => [eighth, "e", "&", "a"]);
const BY_DOTTED_BEATS: Syllables = {
  ...BY_BEATS,
  6: ["", "&", "trip", "&", "let", "&"],
  12: HALVED(["", "trip", "let"]),
};
const BY_LA_LI: Syllables = {
  ...BY_BEATS,
  3: ["", "la", "li"],
  6: ["", "ta", "la", "ta", "li", "ta"],
  12: HALVED(["", "la", "li"]),
};
/**
 * French time names: ta-te for halves, ta-te-ti for thirds, fa in between. Fives and sevens continue with the same
 * consonants.
 */
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
/** South Indian rhythm syllables; long groups are made of shorter ones. */
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
/** Syllables within the beat of a simple and of a compound meter. */
interface BeatSyllables {
  readonly simple: Syllables;
  readonly dotted: Syllables;
  /** The syllable for the beat itself; null for its number. */
  readonly beatName: string | null;
}

const COUNTED_BEATS = {
  beats: { simple: BY_BEATS, dotted: BY_DOTTED_BEATS, beatName: null },
  "trip-let": { simple: BY_TRIP_LET, dotted: BY_LA_LI, beatName: null },
  halves: { simple: BY_HALVES, dotted: BY_DOTTED_BEATS, beatName: null },
  french: { simple: FRENCH, dotted: FRENCH, beatName: "ta" },
  "south-indian": { simple: SOUTH_INDIAN, dotted: SOUTH_INDIAN, beatName: "ta" },
} satisfies Readonly<Record<string, BeatSyllables>>;
/** Styles with syllables within the beat. */
type BeatStyle = keyof typeof COUNTED_BEATS;

/**
 * The syllables of one beat of `slots` slots, 1 to 12, for beat number `beat` (from 1); `isDotted` for the beat of a
 * compound meter. Styles that count beats start with its number.
 */
export function countBeat(style: BeatStyle, slots: number, beat: number, isDotted = false): string[] {
  return Array.from({ length: slots }, (_, index) =>
    syllable(style, { beat: beat - 1, numerator: index, denominator: slots }, isDotted),
  );
}

function syllable(style: BeatStyle, { beat, numerator, denominator }: BeatPosition, isDotted: boolean): string {
  const { simple, dotted, beatName }: BeatSyllables = COUNTED_BEATS[style];
  const found = (isDotted ? dotted : simple)[denominator]?.[numerator];
  if (found) return found;
  const ownName = beatName ?? String(beat + 1);
  if (found === "" || numerator === 0) return ownName;
  // Finer than any tradition names: the position in the beat.
  return String(numerator + 1);
}

/** The position of a slot, for counting. */
export interface CountedSlot {
  readonly at: Ticks;
  readonly duration: Ticks;
  /** Position in its cell, from 0. */
  readonly inCell: number;
}

type SlotCounter = (slot: CountedSlot, meter: Meter) => string;

function countInBeats(style: BeatStyle): SlotCounter {
  return (slot, meter) => syllable(style, beatPosition(slot.at, slot.duration, meter), isCompound(meter));
}

const inBeats = countInBeats("beats");

/** How each style counts a slot, in the order of the list. */
const COUNTERS = {
  beats: inBeats,
  "trip-let": countInBeats("trip-let"),
  halves: countInBeats("halves"),
  six: (slot, meter) => (isCompound(meter) ? countUnits(slot, meter, [meter.beats]) : inBeats(slot, meter)),
  groups: (slot, meter) => {
    const groups = groupUnits(meter);
    return groups ? countUnits(slot, meter, groups) : inBeats(slot, meter);
  },
  cell: ({ inCell: place }) => String(place + 1),
  french: countInBeats("french"),
  "south-indian": countInBeats("south-indian"),
} satisfies Readonly<Record<string, SlotCounter>>;
export type CountStyle = keyof typeof COUNTERS;
export const COUNT_STYLES = Object.keys(COUNTERS) as CountStyle[];

/** The syllable of a slot in its meter, counted by slots per beat if that is an integer. */
export function countSlot(style: CountStyle, slot: CountedSlot, meter: Meter): string {
  return COUNTERS[style](slot, meter);
}

/**
 * A bar's eighths (or sixteenths) in groups: as chosen, otherwise in the usual twos and threes, 2 + 2 + 3, 3 + 3 + 2.
 * Null for meters counted in beats.
 */
export function groupUnits({ beats, unit, groups }: Meter): readonly number[] | null {
  if (groups) return groups;
  if (unit < 8 || beats < 5 || isCompound({ beats, unit })) return null;
  // Odd bars up to seven end with their three; longer ones start with threes.
  const threes = beats <= 7 ? beats % 2 : beats % 3 === 1 ? (beats - 4) / 3 : (beats - 2) / 3;
  const twos = (beats - 3 * threes) / 2;
  const [three, two] = [Array<number>(threes).fill(3), Array<number>(twos).fill(2)];
  return beats <= 7 ? [...two, ...three] : [...three, ...two];
}

/** Finer grids aren't spoken. */
const FINEST_SPOKEN = 4;

/**
 * A slot with the syllables that pass silently during it, if it is longer than its grid: quarter-note triplets are "1
 * (trip)", "let (2)", "trip (let)".
 */
export function speakSlot(style: CountStyle, slot: CountedSlot, meter: Meter): string {
  const own = countSlot(style, slot, meter);
  const beat = beatTicks(meter);
  if (style === "cell" || beat % slot.duration === 0 || slot.duration % beat === 0) return own;
  const grid = gcd(slot.duration, beat);
  if (slot.at % grid !== 0 || beat / grid > FINEST_SPOKEN) return own;
  const silent = Array.from({ length: slot.duration / grid - 1 }, (_, index) => {
    const at = ticks(slot.at + (index + 1) * grid);
    return `(${countSlot(style, { ...slot, at, duration: ticks(grid) }, meter)})`;
  });
  return [own, ...silent].join(" ");
}

/** Counts every unit of the meter, from 1 again in each group, with syllables of the beat in between. */
function countUnits({ at, duration }: CountedSlot, meter: Meter, groups: readonly number[]): string {
  const unit = unitTicks(meter);
  const inBar = at % barTicks(meter);
  const rest = inBar % unit;
  let number = (inBar - rest) / unit;
  for (const size of groups) {
    if (number < size) break;
    number -= size;
  }
  const shared = unit % duration === 0 && rest % duration === 0 ? duration : gcd(rest, unit);
  return syllable("beats", { beat: number, numerator: rest / shared, denominator: unit / shared }, false);
}
