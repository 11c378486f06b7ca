/** A plan with the player's edits and progress: what is learned, and when it is due again. */

import type { Result } from "../listening/judge";
import type { Phrase } from "../phrase/phrase";
import type { Ceiling } from "../player/ceiling";
import type { Player } from "../player/player";
import { type Bpm, bpm, MIN_BPM } from "../time/time";
import { begin, climb, fallsApart, type Standing, type TempoChange } from "./climb";
import type { StepKind } from "./kinds";
import { makePlan, type Plan, type PlanStep } from "./plan";
import type { PlanState } from "./state";
import type { PlanWish, Tempos } from "./tempos";
import { type Day, nextReturn } from "./today";

export interface PlannedStep extends PlanStep {
  readonly isSkipped: boolean;
  readonly standing: Standing;
}

export interface PlannedWork {
  readonly tempos: Tempos;
  readonly ceiling: Ceiling | null;
  readonly steps: readonly PlannedStep[];
  /** Null for an empty phrase. */
  readonly current: PlannedStep | null;
}

/** Steps in which the whole phrase is played by all limbs. */
const WHOLES: readonly StepKind[] = ["whole", "basic", "full", "form"];
/** Steps that move round the kit, or away from one drum. */
const MOVING: readonly StepKind[] = ["basic", "full", "form"];

/** The steps of a phrase for this player. */
export function planFor(phrase: Phrase, player: Player, state: PlanState): PlannedWork {
  return layOutWork(makePlan(phrase, player, wishOf(phrase, state)), state);
}

/** The parts of a state that a plan depends on. */
export function wishOf(phrase: Phrase, { goal, learning, best, cleanInRow, standings }: PlanState): PlanWish {
  return {
    goal: goal ?? phrase.tempo,
    learning: learning ?? undefined,
    known: best,
    cleanInRow,
    apart: needsApart(standings),
  };
}

/** The whole fell apart, or the limbs have already been practised separately. */
export function needsApart(standings: PlanState["standings"]): boolean {
  const { whole, hands, feet } = standings;
  return hands !== undefined || feet !== undefined || (whole !== undefined && fallsApart(whole));
}

/** The steps of a plan with their progress. */
export function layOutWork(plan: Plan, state: PlanState): PlannedWork {
  const placeOf = (step: PlanStep, index: number) => {
    const own = state.order.indexOf(step.id);
    return own < 0 ? state.order.length + index : own;
  };
  const steps = plan.steps
    .map((step, index) => ({ step, place: placeOf(step, index) }))
    .sort((a, b) => a.place - b.place)
    .map(({ step }): PlannedStep => {
      const own = state.tempos[step.id];
      const set = own ? { ...step, start: bpm(Math.min(own.start, own.goal)), goal: own.goal } : step;
      const kept = state.standings[step.id];
      // Lowering the goal lowers the tempo too.
      const standing = kept ? { ...kept, tempo: bpm(Math.min(kept.tempo, set.goal)) } : begin(set);
      return { ...set, isSkipped: state.skipped.includes(step.id), standing };
    });
  const wanted = steps.find(({ id }) => id === state.current);
  const needed = steps.filter(({ isSkipped, isExtra }) => !isSkipped && !isExtra);
  const next = needed.find(({ standing }) => !standing.passed);
  const current = wanted ?? next ?? needed.at(-1) ?? steps.at(-1) ?? null;
  return { tempos: plan.tempos, ceiling: plan.ceiling, steps, current };
}

/** Number of steps to learn and of steps passed, without extras and skipped steps. */
export function countSteps(
  steps: readonly Pick<PlannedStep, "isSkipped" | "isExtra" | "standing">[],
): Pick<PlanState, "steps" | "passed"> {
  const wanted = steps.filter(({ isSkipped, isExtra }) => !isSkipped && !isExtra);
  return { steps: wanted.length, passed: wanted.filter(({ standing }) => standing.passed).length };
}

/**
 * The player's own tempo for a step, at most its goal. Clean repeats in a row count from there; what was reached stays.
 */
export function setStepTempo<State extends PlanState>(
  state: State,
  { id, goal, standing }: PlannedStep,
  tempo: number,
) {
  const own = bpm(Math.max(MIN_BPM, Math.min(goal, Math.round(tempo))));
  if (own === standing.tempo) return state;
  const standings = { ...state.standings, [id]: { ...standing, tempo: own, cleanRow: 0, missRow: 0 } };
  return { ...state, standings };
}

export interface PlanUpdate<State extends PlanState> {
  readonly state: State;
  readonly change: TempoChange;
}

/** After a repeat of a step. A repeat at another tempo than the step's is practice, but no rung. */
export function recordResult<State extends PlanState>(
  state: State,
  { steps }: PlannedWork,
  stepId: string,
  result: Result,
  tempo: Bpm,
  day: Day,
): PlanUpdate<State> {
  const step = steps.find(({ id }) => id === stepId);
  if (!step || step.standing.tempo !== tempo) {
    return { state: { ...state, ...countSteps(steps), lastPractised: day }, change: "stay" };
  }
  const { standing, change } = climb(step.standing, result, step);
  const standings = { ...state.standings, [stepId]: standing };
  const counted = countSteps(steps.map((one) => (one.id === stepId ? { ...one, standing } : one)));
  const isWhole = WHOLES.includes(step.kind);
  const best = isWhole && standing.best !== null ? bpm(Math.max(standing.best, state.best ?? 0)) : state.best;
  const learned = returnOf(
    state,
    isWhole,
    standing,
    change,
    day,
    counted.steps > 0 && counted.passed === counted.steps,
  );
  return {
    state: {
      ...state,
      standings,
      lastPractised: day,
      ...counted,
      best,
      learned,
    },
    change,
  };
}

/**
 * Learned once everything is passed; after that, a clean rung of the whole is a successful review, and a lost rung a
 * failed one.
 */
function returnOf(
  { learned }: PlanState,
  isWhole: boolean,
  standing: Standing,
  change: TempoChange,
  day: Day,
  isDone: boolean,
): PlanState["learned"] {
  if (!learned) return isDone ? { returns: 0, due: day + 1 } : null;
  if (!isWhole || learned.due > day) return learned;
  if (change === "down") return nextReturn(learned.returns, false, day);
  const isClean = standing.cleanRow === 0 && standing.recent.at(-1) === "clean";
  return isClean ? nextReturn(learned.returns, true, day) : learned;
}

/** Estimated minutes for the remaining steps. */
export function minutesLeft(steps: readonly PlannedStep[]): number {
  return steps
    .filter(({ isSkipped, isExtra, standing }) => !isSkipped && !isExtra && !standing.passed)
    .reduce((sum, { minutes }) => sum + minutes, 0);
}

/** The next step to pass after this one; null if none is left. Extras only follow extras. */
export function nextStep({ steps }: PlannedWork, stepId: string): PlannedStep | null {
  const here = steps.findIndex(({ id }) => id === stepId);
  const withExtras = steps[here]?.isExtra ?? false;
  const open = ({ isSkipped, isExtra, standing, id }: PlannedStep) =>
    !isSkipped && !standing.passed && id !== stepId && (withExtras || !isExtra);
  return steps.slice(here + 1).find(open) ?? steps.find(open) ?? null;
}

/** The one-drum step to go back to when a step that moves round the kit falls apart. */
export function stepBack({ steps }: PlannedWork, step: PlannedStep, isApart: boolean): PlannedStep | null {
  if (!isApart || !MOVING.includes(step.kind)) return null;
  return steps.find(({ kind, isSkipped }) => kind === "whole" && !isSkipped) ?? null;
}
