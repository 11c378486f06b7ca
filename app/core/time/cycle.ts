/** When a repeating phrase lines up again, at the position in the bar where it started. */

import { barTicks, lcm, type Meter, type Ticks, ticks } from "./time";

export interface Cycle {
  /** Repeats and bars until a repeat starts where the first one did. */
  readonly repeats: number;
  readonly bars: number;
}

export interface CycleStart {
  /** From 0. */
  readonly repeat: number;
  /** From the first bar line. */
  readonly at: Ticks;
  readonly bar: number;
}

/**
 * How long `length` ticks take to line up again in `meter`: lcm(length, bar) / bar bars. Throws RangeError for a length
 * that isn't positive.
 */
export function measureCycle(length: Ticks, meter: Meter): Cycle {
  if (length <= 0) throw new RangeError("only something with a length lines up again");
  const bar = barTicks(meter);
  const round = lcm(length, bar);
  return { repeats: round / length, bars: round / bar };
}

/** The start positions of the first `most` repeats of a cycle that starts at `start`. */
export function listCycleStarts(length: Ticks, meter: Meter, start: Ticks, most: number): CycleStart[] {
  const { repeats } = measureCycle(length, meter);
  return Array.from({ length: Math.min(repeats, most) }, (_, repeat) => {
    const at = ticks(start + repeat * length);
    return { repeat, at, bar: Math.floor(at / barTicks(meter)) };
  });
}
