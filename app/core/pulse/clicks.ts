/** The metronome: which clicks sound, so that it can be leaned on less and less. */

import { barTicks, TICKS_PER_QUARTER, type Ticks, ticks } from "../time/time";
import { beatsBetween, isBackbeat, type Pulse } from "./pulse";

export const CLICKS_ON = ["beat", "backbeat", "one"] as const;
export type ClicksOn = (typeof CLICKS_ON)[number];

/** Softer clicks between the beats. */
export const CLICK_DIVISIONS = ["eighths", "triplets", "sixteenths"] as const;
export type ClickDivision = (typeof CLICK_DIVISIONS)[number];

export interface ClickPlan {
  readonly on: ClicksOn;
  /** What else is clicked between the beats; null for nothing. */
  readonly between: ClickDivision | null;
  /** After as many bars with clicks come as many without, to test whether the time is inside; 0 for never. */
  readonly silentBars: number;
}
export const EVERY_BEAT: ClickPlan = { on: "beat", between: null, silentBars: 0 };

export interface Click {
  readonly at: Ticks;
  /** On one. */
  readonly strong: boolean;
  readonly onBackbeat: boolean;
  /** Which divisions of the beat it stands on; none for a beat itself. */
  readonly between: readonly ClickDivision[];
}

/** One on every beat from `from` to before `to`, ticks from a bar line. */
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
 * What can be clicked between the beats from `from` to before `to`: each place once, with the divisions that it belongs to.
 * A beat that quarter triplets do not divide, such as a dotted one, has its own three notes as triplets.
 */
export function clicksBetween(pulse: Pulse, from: number, to: number): Click[] {
  const bar = barTicks(pulse.meter);
  const found = new Map<number, ClickDivision[]>();
  // From the beat before, whose division may reach in, to the one after, where the last one ends.
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
