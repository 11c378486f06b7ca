/** The metronome: which clicks sound, so that you can rely on it less and less. */

import { barTicks, TICKS_PER_QUARTER, type Ticks, ticks } from "../time/time";
import { beatsBetween, isBackbeat, type Pulse } from "./pulse";

export const CLICKS_ON = ["beat", "backbeat", "one"] as const;
export type ClicksOn = (typeof CLICKS_ON)[number];

/** Softer clicks between beats. */
export const CLICK_DIVISIONS = ["eighths", "triplets", "sixteenths"] as const;
export type ClickDivision = (typeof CLICK_DIVISIONS)[number];

export interface ClickPlan {
  readonly on: ClicksOn;
  /** Other clicks between beats; null for none. */
  readonly between: ClickDivision | null;
  /** After this many bars with clicks, the same number without, to test your inner time; 0 for never. */
  readonly silentBars: number;
}
export const EVERY_BEAT: ClickPlan = { on: "beat", between: null, silentBars: 0 };

export interface Click {
  readonly at: Ticks;
  /** On one. */
  readonly strong: boolean;
  readonly onBackbeat: boolean;
  /** The divisions of the beat that it falls on; none for a beat itself. */
  readonly between: readonly ClickDivision[];
}

/** One click per beat from `from` to below `to`, in ticks from a bar line. */
export function clickBeats(pulse: Pulse, from: number, to: number): Click[] {
  const bar = barTicks(pulse.meter);
  return beatsBetween(pulse, from, to).map((at) => ({
    at,
    strong: at % bar === 0,
    onBackbeat: isBackbeat(at, pulse),
    between: [],
  }));
}

const GRID: Record<ClickDivision, number> = {
  eighths: TICKS_PER_QUARTER / 2,
  triplets: TICKS_PER_QUARTER / 3,
  sixteenths: TICKS_PER_QUARTER / 4,
};

/**
 * All possible clicks between beats from `from` to below `to`: each position once, with its divisions. A beat that
 * quarter-note triplets don't divide, such as a dotted one, uses its own three notes as triplets.
 */
export function clicksBetween(pulse: Pulse, from: number, to: number): Click[] {
  const bar = barTicks(pulse.meter);
  const found = new Map<number, ClickDivision[]>();
  // From the previous beat, whose division may reach in, to the beat after the end.
  const beats = beatsBetween(pulse, from - bar, to + bar);
  for (const [index, beat] of beats.entries()) {
    const length = (beats[index + 1] ?? beat) - beat;
    for (const division of CLICK_DIVISIONS) {
      const step = length % GRID[division] !== 0 && division === "triplets" ? length / 3 : GRID[division];
      for (let at = beat + step; at < beat + length; at += step) {
        if (at >= from && at < to) found.set(at, [...(found.get(at) ?? []), division]);
      }
    }
  }
  return [...found]
    .sort(([a], [b]) => a - b)
    .map(([at, between]) => ({ at: ticks(at), strong: false, onBackbeat: false, between }));
}

/** Whether a click sounds in the `bar`th bar after the count-in, from 0. */
export function isClicked({ on, between, silentBars }: ClickPlan, click: Click, bar: number): boolean {
  if (silentBars > 0 && Math.floor(bar / silentBars) % 2 === 1) return false;
  if (click.between.length > 0) return between !== null && click.between.includes(between);
  return on === "beat" || (on === "one" ? click.strong : click.onBackbeat);
}
