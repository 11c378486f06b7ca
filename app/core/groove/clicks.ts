/** The metronome: which clicks sound, so that it can be leaned on less and less. */

import { barTicks, beatTicks, isBackbeat, type Meter, type Ticks, ticks } from "../time";

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
export function clickBeats(meter: Meter, from: number, to: number): Click[] {
  const beat = beatTicks(meter);
  const clicks: Click[] = [];
  for (let at = Math.ceil(from / beat) * beat; at < to; at += beat) {
    clicks.push({ at: ticks(at), strong: at % barTicks(meter) === 0, onBackbeat: isBackbeat(ticks(at), meter) });
  }
  return clicks;
}

/** Whether a click sounds in the `bar`th bar after the count-in, from 0. */
export function isClicked({ on, silentBars }: ClickPlan, click: Click, bar: number): boolean {
  if (silentBars > 0 && Math.floor(bar / silentBars) % 2 === 1) return false;
  return on === "beat" || (on === "one" ? click.strong : click.onBackbeat);
}
