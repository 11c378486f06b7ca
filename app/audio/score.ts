/** What to play: an arrangement at a tempo, and which of its layers are heard. */

import { ALL_ON, type Arrangement, type Mix } from "~/core/groove";
import type { ClickPlan } from "~/core/pulse";
import { type Bpm, ticksToSeconds } from "~/core/time";

export interface Score {
  readonly arrangement: Arrangement;
  readonly tempo: Bpm;
  /** The metronome after the count-in; null for none. */
  readonly click: ClickPlan | null;
  readonly mix: Mix;
}

/** The score of each repeat, from 0: with a tempo ladder, each rung has its own. */
export type ScoreSource = (repeat: number) => Score;

/** A score in which everything is heard. */
export function plainScore(arrangement: Arrangement, tempo: Bpm, click: ClickPlan | null): Score {
  return { arrangement, tempo, click, mix: ALL_ON };
}

export function secondsPerTick({ arrangement, tempo }: Score): number {
  return ticksToSeconds(1, tempo, arrangement.meter);
}

/** Duration in seconds of `repeats` times round, with the count-in. */
export function measureRepeats(source: ScoreSource, repeats: number): number {
  const first = source(0);
  let seconds = first.arrangement.countIn * secondsPerTick(first);
  for (let repeat = 0; repeat < repeats; repeat++) {
    const score = source(repeat);
    seconds += score.arrangement.length * secondsPerTick(score);
  }
  return seconds;
}
