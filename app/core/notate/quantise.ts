/** Quantises free onsets: each beat gets as few slots as can hold them. */

import type { Pulse } from "../pulse/pulse";
import { barTicks, makeRate, type Rate, TICKS_PER_QUARTER } from "../time/time";

/** A beat, or the part of a bar with one rate. */
export interface GridSpan {
  /** Ticks from the first bar line. */
  readonly start: number;
  readonly length: number;
  readonly slots: number;
  readonly rate: Rate;
}

/** Divisions of a beat, simplest first. A simpler one wins even if a finer one is slightly closer. */
const PARTS = [1, 2, 4, 3, 6, 8, 12, 5, 7, 9, 10, 16, 11, 14, 24] as const;

function rateOf(length: number, slots: number): Rate | null {
  // Converts slots per ticks to slots per quarter notes.
  const shared = greatestCommon(slots * TICKS_PER_QUARTER, length);
  return makeRate((slots * TICKS_PER_QUARTER) / shared, length / shared);
}

function greatestCommon(a: number, b: number): number {
  return b === 0 ? a : greatestCommon(b, a % b);
}

/**
 * The grid for onsets (ticks from the first bar line, in order) up to `end`: each beat gets the fewest parts that come
 * within `near` ticks of all its onsets, otherwise the closest parts. Onsets just before a beat belong to it. With
 * `near` 0, only exact parts count, over two beats if one has none.
 */
export function findGrid(onsets: readonly number[], end: number, pulse: Pulse, near: number): GridSpan[] {
  const spans = listSpans(end, pulse);
  const grid: GridSpan[] = [];
  for (let index = 0; index < spans.length; index++) {
    const span = spans[index];
    if (!span) break;
    const own = within(onsets, span, near);
    const found = partsFor(own, span, near);
    const next = spans[index + 1];
    if (found.off > near && next && next.bar === span.bar) {
      // Even divisions of two beats, such as quarter-note triplets.
      const both = { ...span, length: span.length + next.length };
      const joined = partsFor(within(onsets, both, near), both, near);
      if (joined.off <= near) {
        grid.push({ start: both.start, length: both.length, slots: joined.slots, rate: joined.rate });
        index++;
        continue;
      }
    }
    grid.push({ start: span.start, length: span.length, slots: found.slots, rate: found.rate });
  }
  return evenOut(grid);
}

interface BarSpan {
  readonly start: number;
  readonly length: number;
  readonly bar: number;
}

function listSpans(end: number, { meter, beats }: Pulse): BarSpan[] {
  const bar = barTicks(meter);
  const spans: BarSpan[] = [];
  for (let number = 0; number * bar < end; number++) {
    for (const [index, beat] of beats.entries()) {
      spans.push({ start: number * bar + beat, length: (beats[index + 1] ?? bar) - beat, bar: number });
    }
  }
  return spans;
}

function within(
  onsets: readonly number[],
  { start, length }: Pick<BarSpan, "start" | "length">,
  near: number,
): number[] {
  return onsets.filter((at) => at >= start - near && at < start + length - near).map((at) => at - start);
}

/** The parts of a span, and the distance of the furthest onset from them. */
function partsFor(onsets: readonly number[], { length }: Pick<BarSpan, "length">, near: number) {
  let best: Parted | null = null;
  let plain: Parted | null = null;
  for (const slots of PARTS) {
    const rate = rateOf(length, slots);
    if (!rate) continue;
    const step = length / slots;
    const places = onsets.map((at) => Math.round(at / step));
    const off = Math.max(0, ...onsets.map((at, index) => Math.abs(at - (places[index] ?? 0) * step)));
    // Two onsets in one position need finer parts.
    const isApart = new Set(places).size === new Set(onsets).size;
    const parted = { slots, rate, off: off + (isApart ? 0 : length) };
    if (parted.off <= near && !plain) plain = parted;
    // A simpler division that barely fits loses to one that is nearly full of notes and fits much better: five isn't
    // six.
    else if (plain && plain.off > near / 4 && parted.off < plain.off / 4 && onsets.length >= FULL * slots)
      plain = parted;
    if (!best || parted.off < best.off) best = parted;
  }
  const found = plain ?? best;
  if (!found) throw new RangeError("a beat of this length can't be parted");
  return found;
}

interface Parted {
  readonly slots: number;
  readonly rate: Rate;
  readonly off: number;
}

/** A division counts as nearly full if this share of its positions has a note. */
const FULL = 0.7;

/** A beat that also fits its neighbour's finer division uses that: fewer changes of note value. */
function evenOut(grid: readonly GridSpan[]): GridSpan[] {
  const take = (span: GridSpan, other: GridSpan | undefined): GridSpan => {
    if (!other || other.length !== span.length || other.slots === span.slots) return span;
    const isCommon = other.slots <= 4 || other.slots === 6;
    return other.slots % span.slots === 0 && isCommon ? { ...span, slots: other.slots, rate: other.rate } : span;
  };
  const forward: GridSpan[] = [];
  for (const span of grid) forward.push(take(span, forward.at(-1)));
  const backward: GridSpan[] = [];
  for (const span of forward.toReversed()) backward.unshift(take(span, backward[0]));
  return backward;
}
