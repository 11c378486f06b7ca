/** The sound of a step, and what the player is expected to play. */

import { plainScore, type Score } from "~/audio/score";
import { findLanding } from "~/core/fit";
import { arrange, arrangeRange, crashOf, type Groove, type Setting, STRAIGHT } from "~/core/groove";
import { type Expectation, expectStrokes } from "~/core/listening";
import type { Phrase } from "~/core/phrase";
import type { Player } from "~/core/player";
import { atTempo, isInGroove, isPlayed, type PlannedStep, phraseOfStep } from "~/core/practice";
import { type ClickDivision, EVERY_BEAT } from "~/core/pulse";
import type { Bpm } from "~/core/time";
import { layOut, type Timeline } from "~/core/timeline";

export interface StepScene {
  readonly phrase: Phrase;
  readonly step: PlannedStep;
  readonly player: Player;
  readonly groove: Groove;
  readonly setting: Setting;
  /** Whether the phrase is audible too. */
  readonly playsAlong: boolean;
  /** The clicks between beats. */
  readonly clicksBetween: ClickDivision | null;
}

export interface StepScore {
  readonly score: Score;
  readonly timeline: Timeline;
  readonly expectation: Expectation;
}

/** One repeat of a step at a tempo; `repeat` matters if repeats differ. */
export function makeStepScore(scene: StepScene, tempo: Bpm, repeat: number): StepScore {
  const { phrase, step, player, groove, setting, playsAlong } = scene;
  const played = phraseOfStep(phrase, step, player.kit, repeat) ?? phrase;
  const timeline = layOut(atTempo(played, tempo), player.kit);
  const countInBars = Math.max(1, setting.countInBars);
  const arrangement = isInGroove(step.kind)
    ? arrange(timeline, groove, { ...setting, countInBars }, crashOf(findLanding(timeline, player), player), player.kit)
    : arrangeRange(timeline, { toBeat: true, feel: setting.follows ? setting.feel : STRAIGHT, countInBars });
  const silent = (["R", "L", "K", "H"] as const).filter((limb) => !step.limbs.includes(limb));
  const score = {
    // Everything is compared with the pulse.
    ...plainScore(arrangement, tempo, { ...EVERY_BEAT, between: scene.clicksBetween }),
    mix: {
      parts: playsAlong || !isPlayed(step.kind) ? {} : ({ fill: "muted" } as const),
      limbs: isInGroove(step.kind) ? {} : Object.fromEntries(silent.map((limb) => [limb, "muted"] as const)),
      places: {},
    },
  };
  return { score, timeline, expectation: expectStrokes(arrangement, tempo, new Set(step.limbs)) };
}
