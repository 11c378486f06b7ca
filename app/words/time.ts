/** Rates, meters, positions and counts in words. */

import { type CountStyle, countBeat, countSlot } from "~/core/pulse";
import {
  barTicks,
  beatPosition,
  beatTicks,
  formatRate,
  type GroupsProblem,
  gcd,
  isCompound,
  locate,
  MAX_GROUP,
  type Meter,
  type Rate,
  slotTicks,
  TICKS_PER_QUARTER,
  type Ticks,
  tempoUnitTicks,
  ticks,
} from "~/core/time";

const RATE_NAMES: Record<string, string> = {
  "1/2": "half notes",
  "3/4": "half-note triplets",
  "1": "quarter notes",
  "3/2": "quarter triplets",
  "4/3": "duplets",
  "8/3": "quadruplets",
  "2": "eighths",
  "3": "eighth triplets",
  "4": "sixteenths",
  "5": "quintuplets",
  "6": "sixteenth triplets",
  "7": "septuplets",
  "8": "thirty-seconds",
  "9": "nines",
  "10": "tens",
  "12": "thirty-second triplets",
  "16": "sixty-fourths",
};

/** Meters in the menus. */
export const COMMON_METERS: readonly string[] = ["4/4", "3/4", "2/4", "5/4", "6/8", "7/8", "9/8", "12/8"];

/** Rates in the menus; you can type any other in the line. */
export const OFFERED_RATES = ["1", "3/2", "2", "3", "4", "5", "6", "7", "8", "9", "10", "12"] as const;

/** Two and four in the time of a dotted quarter. */
const DOTTED_RATES = ["4/3", "8/3"] as const;

/** Rates in the menus for a meter. */
export function listRates(meter: Meter): readonly string[] {
  return isCompound(meter) ? [...OFFERED_RATES, ...DOTTED_RATES] : OFFERED_RATES;
}

export function describeRate(rate: Rate): string {
  const text = formatRate(rate);
  if (RATE_NAMES[text]) return RATE_NAMES[text];
  return rate.quarters === 1 ? `${text} to the quarter` : `${rate.slots} in ${rate.quarters} quarters`;
}

/** One note at a rate: "sixteenth". */
export function describeOneSlot(rate: Rate): string {
  const name = describeRate(rate);
  return name.endsWith("s") && !name.includes(" ") ? name.slice(0, -1) : name.replace(/s$/, "");
}

export const COUNT_STYLE_NAMES: Record<CountStyle, string> = {
  beats: "1 e & a · 1 & a",
  "trip-let": "1 e & a · 1 trip let",
  halves: "1 e & a · sixes as 1 & a 1 & a",
  six: "in six: 1 2 3 4 5 6",
  groups: "in twos and threes: 1 2 1 2 3",
  cell: "by cell: 1 2 3",
  french: "ta fa te fe",
  "south-indian": "ta ka di mi",
};

/** The note the tempo counts, by its sign's name. */
export function describeTempoUnit(meter: Meter): string {
  const unit = tempoUnitTicks(meter);
  if (isCompound(meter)) return unit === 1.5 * TICKS_PER_QUARTER ? "dotted quarters" : "dotted eighths";
  return unit === TICKS_PER_QUARTER ? "quarters" : unit === 2 * TICKS_PER_QUARTER ? "halves" : "wholes";
}

/** The unit of the tempo: "bpm", or "♩. bpm" if a beat isn't a quarter. */
export function describeBpmUnit(meter: Meter): string {
  const unit = tempoUnitTicks(meter);
  if (unit === TICKS_PER_QUARTER) return "bpm";
  if (isCompound(meter)) return unit === 1.5 * TICKS_PER_QUARTER ? "♩. bpm" : "♪. bpm";
  return `${describeTempoUnit(meter)}, bpm`;
}

/**
 * How a meter of eighths or sixteenths is felt: "in 2 dotted quarters", "in 2+2+3", "in one". Null if its beats are as
 * written.
 */
export function describeFelt(meter: Meter): string | null {
  if (meter.groups) return `in ${meter.groups.join("+")}`;
  if (isCompound(meter)) return `in ${barTicks(meter) / beatTicks(meter)} ${describeTempoUnit(meter)}`;
  return meter.unit >= 8 && meter.beats === 3 ? "in one" : null;
}

/** The default grouping. */
export function describeUsuallyFelt(meter: Meter): string {
  return describeFelt({ ...meter, groups: undefined }) ?? `in ${nameUnits(meter)}`;
}

function nameUnits({ unit }: Meter): string {
  return unit === 8 ? "eighths" : "sixteenths";
}

/** What is wrong with a meter's typed groups. */
export function describeGroupsProblem(problem: GroupsProblem, meter: Meter): string {
  if (problem.kind === "not-groups") return `Write groups of 1 to ${MAX_GROUP} with + between them: 2+2+3.`;
  return `These groups make ${problem.sum} ${nameUnits(meter)}; the bar has ${problem.wanted}.`;
}

const NUMBERS = new Intl.NumberFormat("en");

/** A whole number as people write it: 10,000. Making a formatter each time would take longer than all other words. */
export function formatNumber(value: number | bigint): string {
  return NUMBERS.format(value);
}

/** A number of slots or beats as people write it: 1½, 2⅓, 10. */
export function describeNumber(value: number): string {
  const whole = Math.floor(value + 1e-9);
  const rest = value - whole;
  const fractions: readonly (readonly [number, string])[] = [
    [1 / 2, "½"],
    [1 / 3, "⅓"],
    [2 / 3, "⅔"],
    [1 / 4, "¼"],
    [3 / 4, "¾"],
  ];
  if (Math.abs(rest) < 1e-9) return formatNumber(whole);
  const found = fractions.find(([part]) => Math.abs(rest - part) < 1e-9);
  if (found) return whole === 0 ? found[1] : `${formatNumber(whole)}${found[1]}`;
  return String(Math.round(value * 100) / 100);
}

export function plural(count: number, one: string, many = `${one}s`): string {
  return `${describeNumber(count)} ${count > 1 || count === 0 ? many : one}`;
}

/** The count on a beat of the count-in, from 0 through all its bars. */
export function describeCountIn(index: number, meter: Meter, style: CountStyle): string {
  const duration = beatTicks(meter);
  return countSlot(style === "cell" ? "beats" : style, { at: ticks(index * duration), duration, inCell: 0 }, meter);
}

/** The start of something in a counting style: "3 &", "3 (fa)". */
export function describePosition(at: Ticks, rate: Rate, meter: Meter, style: CountStyle): string {
  // By cell, in six, in groups or by halves, positions aren't unique.
  const counting = style === "french" || style === "south-indian" || style === "trip-let" ? style : "beats";
  const duration = slotTicks(rate);
  const syllable = countSlot(counting, { at, duration, inCell: 0 }, meter);
  const { beat } = locate(at, meter);
  const onBeat = beatPosition(at, duration, meter).numerator === 0;
  if (counting === "beats" || counting === "trip-let") return onBeat ? syllable : `${beat + 1} ${syllable}`;
  return `${beat + 1} (${syllable})`;
}

/** The position of an eighth as a teacher says it: "3", "& of 3". */
export function describeEntry(at: Ticks, meter: Meter): string {
  const duration = slotTicks({ slots: 2, quarters: 1 });
  const syllable = countSlot("beats", { at, duration, inCell: 0 }, meter);
  const isOnBeat = beatPosition(at, duration, meter).numerator === 0;
  return isOnBeat ? syllable : `${syllable} of ${locate(at, meter).beat + 1}`;
}

/** A position in the bar as counted: "3&", "bar 2, 1". Between syllables, the part of the beat: "3 2/5". */
export function describePlace(at: Ticks, rate: Rate, meter: Meter): string {
  const { bar, beat } = locate(at, meter);
  const { numerator, denominator } = beatPosition(at, slotTicks(rate), meter);
  const shared = gcd(numerator, denominator);
  const [over, under] = denominator === 3 ? [numerator, 3] : [numerator / shared, denominator / shared];
  // Halves and quarters of a beat have their own syllables, and so have thirds if nothing else divides it.
  const isCounted = under === 2 || under === 4 || denominator === 3;
  const part = numerator === 0 ? "" : isCounted ? countBeat("beats", under, beat + 1)[over] : ` ${over}/${under}`;
  return `${bar > 0 ? `bar ${bar + 1}, ` : ""}${beat + 1}${part}`;
}

export interface NamedPlace {
  readonly at: Ticks;
  readonly name: string;
}

/** Every position of a rate's grid in some bars, in order. */
export function listNamedPlaces(rate: Rate, meter: Meter, bars: number): NamedPlace[] {
  const slot = slotTicks(rate);
  const count = Math.ceil((bars * barTicks(meter)) / slot);
  return Array.from({ length: count }, (_, index) => {
    const at = ticks(index * slot);
    return { at, name: describePlace(at, rate, meter) };
  });
}

/** The position meant by typed text; null for none. Spaces, capitals, "and" and "2:3" for bar 2 are fine. */
export function findPlace(typed: string, places: readonly NamedPlace[]): NamedPlace | null {
  const plain = (text: string) =>
    text
      .toLowerCase()
      .replace(/and|\+/g, "&")
      .replace(/^\s*(\d+)\s*:\s*/, "bar $1, ")
      .replace(/^\s*bar 1,\s*/, "")
      .replace(/\s+/g, "");
  const wanted = plain(typed);
  return places.find(({ name }) => plain(name) === wanted) ?? null;
}

/** A named preset of the space to fill. Ticks from the first bar line. */
interface NamedSpace {
  readonly name: string;
  readonly start: number;
  readonly length: number;
}

export function listSpaces(meter: Meter): readonly NamedSpace[] {
  const [bar, beat] = [barTicks(meter), beatTicks(meter)];
  const half = Math.ceil(bar / beat / 2) * beat;
  return [
    { name: "one bar", start: 0, length: bar },
    { name: "two bars", start: 0, length: 2 * bar },
    { name: "four bars", start: 0, length: 4 * bar },
    { name: "second half", start: bar - half, length: half },
    { name: "last beat", start: bar - beat, length: beat },
  ];
}

/** "one bar from 1", "7 sixteenths from 3e": the start and length of the space to fill. */
export function describeWindow({ start, length }: { start: number; length: number }, meter: Meter, rate: Rate): string {
  const named = listSpaces(meter).find((space) => space.length === length && space.start % barTicks(meter) === 0);
  const slots = length / slotTicks(rate);
  const long = named?.name ?? plural(Math.round(slots * 100) / 100, describeOneSlot(rate), describeRate(rate));
  return `${long} from ${describePlace(ticks(start), rate, meter)}`;
}

export function describeMilliseconds(seconds: number): string {
  return seconds < 1 ? `${Math.round(seconds * 1000)} ms` : `${Math.round(seconds * 10) / 10} s`;
}
