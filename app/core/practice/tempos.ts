/** How fast a phrase is learned, and about how long that takes. */

import { type Bpm, barTicks, beatTicks, bpm, MIN_BPM, ticksToSeconds } from "../time/time";
import type { Timeline } from "../timeline/timeline";
import { type ClimbRule, listRungs } from "./climb";
import { isInGroove, isPlayed, type StepKind } from "./kinds";

export interface Tempos {
  readonly learning: Bpm;
  readonly middle: Bpm;
  readonly goal: Bpm;
}

export interface PlanWish {
  /** Where the phrase is to arrive. */
  readonly goal: Bpm;
  /** What the player has set, in place of what is reckoned. */
  readonly learning?: Bpm | undefined;
  /** The highest tempo at which the player had the whole clean; null for none. */
  readonly known?: Bpm | null | undefined;
  readonly cleanInRow?: number | undefined;
  /** It fell apart with all limbs together: they are practised apart. */
  readonly apart?: boolean | undefined;
}

/** Learning begins well under the ceiling, and under the goal, where nothing is known of the player. Our estimates. */
const LEARNING = { ofGoal: 0.75, ofCeiling: 0.5, withoutCeiling: 0.5, least: 40, ofKnown: 0.85 };
/** Repeats that are played for each one that has to be clean. Our estimate. */
const TRIES = 2.5;
/** Between one repeat and the next thing to be done, on the whole. Seconds; our estimate. */
const PAUSE = 2;

/** Learning tempo, the middle, and the goal. */
export function reckonTempos({ goal, learning, known }: PlanWish, ceiling: number | null): Tempos {
  const comfortable =
    ceiling === null ? goal * LEARNING.withoutCeiling : Math.min(goal * LEARNING.ofGoal, ceiling * LEARNING.ofCeiling);
  const reckoned = known ? known * LEARNING.ofKnown : Math.max(comfortable, Math.min(goal, LEARNING.least));
  const start = bpm(Math.min(goal, Math.max(MIN_BPM, Math.round(learning ?? reckoned))));
  return { learning: start, middle: bpm(Math.round((start + goal) / 2)), goal };
}

/** About how long a step takes: its rungs, each so often clean, with the bar of groove or rest that a repeat has. */
export function minutesOf({ meter, window, end }: Timeline, kind: StepKind, rule: ClimbRule): number {
  const bar = barTicks(meter);
  const played = Math.ceil(Math.max(1, end - window.start) / beatTicks(meter)) * beatTicks(meter);
  const length = isInGroove(kind) ? Math.ceil(played / bar) * bar + bar : played;
  const seconds = listRungs(rule).reduce((sum, tempo) => sum + ticksToSeconds(length, tempo, meter) + PAUSE, 0);
  return (seconds * rule.cleanInRow * (isPlayed(kind) ? TRIES : 1)) / 60;
}
