/** The metronome: which clicks sound, so that it can be leaned on less and less. */

import { barTicks, type Ticks } from "../time/time";
import { beatsBetween, isBackbeat, type Pulse } from "./pulse";

export const CLICKS_ON = ["beat", "backbeat", "one"] as const;
export type ClicksOn = (typeof CLICKS_ON)[number];

export interface ClickPlan {
  readonly on: ClicksOn;
  /** After as many bars with clicks come as many without, to test whether the time is inside; 0 for never. */
  readonly silentBars: number;
}
export const EVERY_BEAT: ClickPlan = { on: "beat", silentBars: 0 };

export interface Click {
  readonly at: Ticks;
  /** On one. */
  readonly strong: boolean;
  readonly onBackbeat: boolean;
}

/** One on every beat from `from` to before `to`, ticks from a bar line. */
export function clickBeats(pulse: Pulse, from: number, to: number): Click[] {
  const bar = barTicks(pulse.meter);
  return beatsBetween(pulse, from, to).map((at) => ({
    at,
    strong: at % bar === 0,
    onBackbeat: isBackbeat(at, pulse),
  }));
}

/** Whether a click sounds in the `bar`th bar after the count-in, from 0. */
export function isClicked({ on, silentBars }: ClickPlan, click: Click, bar: number): boolean {
  if (silentBars > 0 && Math.floor(bar / silentBars) % 2 === 1) return false;
  return on === "beat" || (on === "one" ? click.strong : click.onBackbeat);
}
