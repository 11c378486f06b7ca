/**
 * Exact musical time. All positions and durations in the core are integer ticks; seconds appear only for sound and
 * files.
 */

declare const unit: unique symbol;
type Branded<Name extends string> = number & { readonly [unit]: Name };

/** An integer number of ticks, 10 080 per quarter note. May be negative (before the first bar line). */
export type Ticks = Branded<"ticks">;
/** Tempo in bpm, where the beat is the meter's {@link tempoUnitTicks}. */
export type Bpm = Branded<"bpm">;
export type Seconds = Branded<"seconds">;

/**
 * 10 080 = 2^5 * 3^2 * 5 * 7: the smallest number divisible by 1 to 10, 12, 14, 15, 16, 18, 20, 21, 24, 28, 30 and 32
 * that still divides when slots of any rate up to 16 are halved.
 */
export const TICKS_PER_QUARTER = 10_080;

export const MIN_BPM = 20;
export const MAX_BPM = 400;

/** Brands an integer as ticks. Throws RangeError for a fraction: that would be a bug, not bad input. */
export function ticks(value: number): Ticks {
  if (!Number.isSafeInteger(value)) throw new RangeError(`not a whole number of ticks: ${value}`);
  // `|| 0` avoids -0, so that positions compare with Object.is.
  return (value || 0) as Ticks;
}

/** Clamps to the supported tempos, {@link MIN_BPM} to {@link MAX_BPM}. */
export function bpm(value: number): Bpm {
  if (!Number.isFinite(value)) throw new RangeError(`not a tempo: ${value}`);
  return Math.min(MAX_BPM, Math.max(MIN_BPM, value)) as Bpm;
}

export function seconds(value: number): Seconds {
  return value as Seconds;
}

/** Greatest common divisor of two non-negative integers (Euclid). */
export function gcd(a: number, b: number): number {
  while (b !== 0) [a, b] = [b, a % b];
  return a;
}

/** Least common multiple of two positive integers. */
export function lcm(a: number, b: number): number {
  return (a / gcd(a, b)) * b;
}

/**
 * Slots per number of quarter notes, in lowest terms: sixteenths are {slots: 4, quarters: 1}, quarter-note triplets {3,
 * 2}.
 */
export interface Rate {
  readonly slots: number;
  readonly quarters: number;
}

const MAX_RATE = 32;
const MAX_RATE_QUARTERS = 8;

/**
 * A rate of `slots` in `quarters` quarter notes; null if invalid: not positive integers, more than 32 slots per
 * quarter, more than 8 quarters in lowest terms, or not exact in ticks (11 and 13, for example).
 */
export function makeRate(slots: number, quarters = 1): Rate | null {
  if (!Number.isInteger(slots) || !Number.isInteger(quarters) || slots < 1 || quarters < 1) return null;
  const shared = gcd(slots, quarters);
  const rate = { slots: slots / shared, quarters: quarters / shared };
  if (rate.quarters > MAX_RATE_QUARTERS || rate.slots / rate.quarters > MAX_RATE) return null;
  return (TICKS_PER_QUARTER * rate.quarters) % rate.slots === 0 ? rate : null;
}

/** Sixteenths: the rate of a line until it names one. */
export const DEFAULT_RATE: Rate = { slots: 4, quarters: 1 };

/** The duration of one slot. */
export function slotTicks(rate: Rate): Ticks {
  return ticks((TICKS_PER_QUARTER * rate.quarters) / rate.slots);
}

export function sameRate(a: Rate, b: Rate): boolean {
  return a.slots === b.slots && a.quarters === b.quarters;
}

/** A rate as written in the stick line: `4`, `3/2`. */
export function formatRate(rate: Rate): string {
  return rate.quarters === 1 ? String(rate.slots) : `${rate.slots}/${rate.quarters}`;
}

/** Reads `4` or `3/2`; null if {@link makeRate} doesn't allow it. */
export function parseRate(text: string): Rate | null {
  const found = /^\s*(\d{1,4})(?:\s*\/\s*(\d{1,4}))?\s*$/.exec(text);
  return found ? makeRate(Number(found[1]), found[2] === undefined ? 1 : Number(found[2])) : null;
}

export const METER_UNITS = [1, 2, 4, 8, 16] as const;
export type MeterUnit = (typeof METER_UNITS)[number];
export const MAX_METER_BEATS = 32;

/** A time signature: `beats` over `unit`. */
export interface Meter {
  readonly beats: number;
  readonly unit: MeterUnit;
  /** Units per felt beat, if chosen: 2 + 2 + 3. They add up to the bar. */
  readonly groups?: readonly number[] | undefined;
}

/** A meter of 1 to 32 over 1, 2, 4, 8 or 16, or null. */
export function makeMeter(beats: number, unit: number): Meter | null {
  if (!Number.isInteger(beats) || beats < 1 || beats > MAX_METER_BEATS) return null;
  return METER_UNITS.includes(unit as MeterUnit) ? { beats, unit: unit as MeterUnit } : null;
}

/** "7/8", or "7/8 2+2+3" with its groups. */
export function parseMeter(text: string): Meter | null {
  const found = /^(\d{1,2})\s*\/\s*(\d{1,2})(?:\s+(\S.*))?$/.exec(text.trim());
  const meter = found ? makeMeter(Number(found[1]), Number(found[2])) : null;
  if (!meter || found?.[3] === undefined) return meter;
  const groups = readGroups(found[3], meter);
  return Array.isArray(groups) ? { ...meter, groups } : null;
}

export function formatMeter(meter: Meter): string {
  return `${meter.beats}/${meter.unit}`;
}

/** With groups, as {@link parseMeter} reads them. */
export function formatFeltMeter(meter: Meter): string {
  return meter.groups ? `${formatMeter(meter)} ${meter.groups.join("+")}` : formatMeter(meter);
}

/** The largest group of units felt as one beat. */
export const MAX_GROUP = 4;

/** Why groups don't belong to a meter. */
export type GroupsProblem =
  | { readonly kind: "not-groups" }
  | { readonly kind: "sum"; readonly sum: number; readonly wanted: number };

/** Groups as typed, "2+2+3" or "223", or what is wrong with them. */
export function readGroups(text: string, meter: Meter): number[] | GroupsProblem {
  const plain = text.replace(/\s+/g, "");
  const parts = /^\d+$/.test(plain) ? [...plain] : plain.split(/[+,-]/);
  const groups = parts.map(Number);
  const isSound = ({ length }: readonly number[]) => length > 0 && length <= MAX_METER_BEATS;
  if (!isSound(groups) || !groups.every((size) => Number.isInteger(size) && size >= 1 && size <= MAX_GROUP))
    return { kind: "not-groups" };
  const sum = groups.reduce((total, size) => total + size, 0);
  return sum === meter.beats ? groups : { kind: "sum", sum, wanted: meter.beats };
}

/** Meters of eighths or sixteenths are felt in groups; you can choose them if there are several ways. */
export function hasGroups({ beats, unit }: Meter): boolean {
  return unit >= 8 && beats >= 5;
}

/** The ways to feel a meter in twos and threes, at most `most`: fewer beats first, then twos first. */
export function listGroupings({ beats }: Meter, most = 8): number[][] {
  const found: number[][] = [];
  const extend = (groups: readonly number[], left: number) => {
    if (left === 0) found.push([...groups]);
    for (const size of [2, 3]) if (size <= left) extend([...groups, size], left - size);
  };
  if (beats <= 13) extend([], beats);
  return found.sort((a, b) => a.length - b.length).slice(0, most);
}

/** The same time signature, whatever its groups. */
export function sameMeter(a: Meter, b: Meter): boolean {
  return a.beats === b.beats && a.unit === b.unit;
}

/** The note value of the time signature's lower number. */
export function unitTicks(meter: Meter): Ticks {
  return ticks((TICKS_PER_QUARTER * 4) / meter.unit);
}

export function barTicks(meter: Meter): Ticks {
  return ticks(meter.beats * unitTicks(meter));
}

/** Whether the beat is a dotted note: 6, 9, 12 ... over 8 or 16, unless grouped differently. */
export function isCompound({ beats, unit, groups }: Meter): boolean {
  return unit >= 8 && beats > 3 && beats % 3 === 0 && (groups?.every((size) => size === 3) ?? true);
}

/** The counted beat: dotted in compound meters, otherwise the meter's unit. */
export function beatTicks(meter: Meter): Ticks {
  return ticks(unitTicks(meter) * (isCompound(meter) ? 3 : 1));
}

/** The note that the tempo counts: the beat, or a quarter note if the beat is a plain eighth or sixteenth (7/8). */
export function tempoUnitTicks(meter: Meter): Ticks {
  const beat = beatTicks(meter);
  return isCompound(meter) || beat >= TICKS_PER_QUARTER ? beat : ticks(TICKS_PER_QUARTER);
}

/** Duration of `span` ticks at `tempo` in `meter`, in seconds. */
export function ticksToSeconds(span: number, tempo: Bpm, meter: Meter): Seconds {
  return seconds((span / tempoUnitTicks(meter)) * (60 / tempo));
}

/** `span` seconds in ticks, rounded. */
export function secondsToTicks(span: number, tempo: Bpm, meter: Meter): Ticks {
  return ticks(Math.round((span * tempo * tempoUnitTicks(meter)) / 60));
}

/** Quarter notes per minute, as MIDI files and audio clocks count. */
export function quarterBpm(tempo: Bpm, meter: Meter): number {
  return (tempo * tempoUnitTicks(meter)) / TICKS_PER_QUARTER;
}

/** A position as bar from 0, beat in the bar from 0, and ticks after that beat. */
export function locate(at: Ticks, meter: Meter): { bar: number; beat: number; rest: Ticks } {
  const bar = Math.floor(at / barTicks(meter));
  const inBar = at - bar * barTicks(meter);
  const beat = Math.floor(inBar / beatTicks(meter));
  return { bar, beat, rest: ticks(inBar - beat * beatTicks(meter)) };
}

/** The first bar line at or after `at`. */
export function nextBarLine(at: Ticks, meter: Meter): Ticks {
  return ticks(Math.ceil(at / barTicks(meter)) * barTicks(meter));
}

/** A position in a beat: `numerator` of `denominator` equal slots; the beat counts from 0 in its bar. */
export interface BeatPosition {
  readonly beat: number;
  readonly numerator: number;
  readonly denominator: number;
}

/**
 * Where in its beat a slot starts: counted in slots of its own length if a whole number of them makes the beat and the
 * slot is on that grid; otherwise as a fraction in lowest terms.
 */
export function beatPosition(at: Ticks, duration: Ticks, meter: Meter): BeatPosition {
  const { beat, rest } = locate(at, meter);
  const whole = beatTicks(meter);
  const shared = whole % duration === 0 && rest % duration === 0 ? duration : gcd(rest, whole);
  return { beat, numerator: rest / shared, denominator: whole / shared };
}
