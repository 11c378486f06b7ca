/** How fast a phrase should be learned, and roughly how long that takes. */

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
  /** The goal for the phrase. */
  readonly goal: Bpm;
  /** The player's own values instead of the computed ones. */
  readonly learning?: Bpm | undefined;
  /** The highest tempo at which the player played the whole clean; null for none. */
  readonly known?: Bpm | null | undefined;
  readonly cleanInRow?: number | undefined;
  /** It fell apart with all limbs together, so they are practised separately. */
  readonly apart?: boolean | undefined;
}

/** Without knowing the player, learning starts well below the ceiling and the goal. Our estimates. */
const LEARNING = { ofGoal: 0.75, ofCeiling: 0.5, withoutCeiling: 0.5, least: 40, ofKnown: 0.85 };
/** Repeats played per clean repeat needed. Our estimate. */
const TRIES = 2.5;
/** Average pause between a repeat and the next activity. Seconds; our estimate. */
const PAUSE = 2;

/** Learning tempo, midpoint, and goal. */
export function reckonTempos({ goal, learning, known }: PlanWish, ceiling: number | null): Tempos {
  const comfortable =
    ceiling === null ? goal * LEARNING.withoutCeiling : Math.min(goal * LEARNING.ofGoal, ceiling * LEARNING.ofCeiling);
  const reckoned = known ? known * LEARNING.ofKnown : Math.max(comfortable, Math.min(goal, LEARNING.least));
  const start = bpm(Math.min(goal, Math.max(MIN_BPM, Math.round(learning ?? reckoned))));
  return { learning: start, middle: bpm(Math.round((start + goal) / 2)), goal };
}

/**
 * Estimated duration of a step: its rungs, the clean repeats each needs, and the bar of groove or rest around each
 * repeat.
 */
export function minutesOf({ meter, window, end }: Timeline, kind: StepKind, rule: ClimbRule): number {
  const bar = barTicks(meter);
  const played = Math.ceil(Math.max(1, end - window.start) / beatTicks(meter)) * beatTicks(meter);
  const length = isInGroove(kind) ? Math.ceil(played / bar) * bar + bar : played;
  const seconds = listRungs(rule).reduce((sum, tempo) => sum + ticksToSeconds(length, tempo, meter) + PAUSE, 0);
  return (seconds * rule.cleanInRow * (isPlayed(kind) ? TRIES : 1)) / 60;
}
