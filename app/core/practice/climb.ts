/** The tempo while a step is practised: up after consecutive clean repeats, down after misses. */

import type { Result } from "../listening/judge";
import { type Bpm, bpm, MIN_BPM } from "../time/time";

export interface ClimbRule {
  readonly start: Bpm;
  readonly goal: Bpm;
  /** Consecutive clean repeats per rung. */
  readonly cleanInRow: number;
  /** The phrase's ceiling; null if nothing limits it. */
  readonly ceiling: number | null;
}

export interface Standing {
  readonly tempo: Bpm;
  readonly cleanRow: number;
  readonly missRow: number;
  /** How many of the last few repeats of this step weren't clean. */
  readonly recent: readonly Result[];
  /** The highest tempo at which a rung was passed; null for none. */
  readonly best: Bpm | null;
  readonly passed: boolean;
}

export type TempoChange = "up" | "down" | "stay" | "passed";

/** Consecutive misses after which the tempo goes down. */
export const MISSES_DOWN = 2;
/** Height of a rung as a share of the tempo, far from any limit. Our estimate: less than a player notices as a jump. */
const RUNG_SHARE = 0.06;
/** Near a limit, a rung is this share of the remaining distance. */
const LEFT_SHARE = 0.25;
/** Maximum number of rungs in a step; beyond that, rungs are larger. */
const MAX_RUNGS = 6;
/** The tempo never goes below this share of the step's start. */
const FLOOR_SHARE = 0.7;
const RECENT = 8;

/**
 * Height of the next rung in whole bpm: smaller near the ceiling, but large enough that the step has at most {@link
 * MAX_RUNGS}.
 */
export function rungAt(tempo: number, { start, goal, ceiling }: Omit<ClimbRule, "cleanInRow">): number {
  const far = tempo * RUNG_SHARE;
  const near = ceiling === null ? far : (ceiling - tempo) * LEFT_SHARE;
  return Math.max(1, Math.round(Math.min(far, near)), Math.ceil((goal - start) / MAX_RUNGS));
}

/** The tempos of a step from start to goal, if all goes well. */
export function listRungs(rule: ClimbRule): Bpm[] {
  const rungs = [rule.start];
  for (let tempo: number = rule.start; tempo < rule.goal; ) {
    tempo = Math.min(rule.goal, tempo + rungAt(tempo, rule));
    rungs.push(bpm(tempo));
  }
  return rungs;
}

export function begin({ start }: ClimbRule): Standing {
  return { tempo: start, cleanRow: 0, missRow: 0, recent: [], best: null, passed: false };
}

/** After another repeat. "nearly" ends a streak of clean repeats but isn't a miss. A passed step stays passed. */
export function climb(before: Standing, result: Result, rule: ClimbRule): { standing: Standing; change: TempoChange } {
  const recent = [...before.recent, result].slice(-RECENT);
  const cleanRow = result === "clean" ? before.cleanRow + 1 : 0;
  const missRow = result === "no" ? before.missRow + 1 : 0;
  const standing = { ...before, recent, cleanRow, missRow };
  if (cleanRow >= rule.cleanInRow) {
    const best = bpm(Math.max(before.best ?? 0, before.tempo));
    if (before.tempo >= rule.goal) {
      return { standing: { ...standing, best, cleanRow: 0, passed: true }, change: before.passed ? "stay" : "passed" };
    }
    const tempo = bpm(Math.min(rule.goal, before.tempo + rungAt(before.tempo, rule)));
    return { standing: { ...standing, best, cleanRow: 0, tempo }, change: "up" };
  }
  if (missRow >= MISSES_DOWN) {
    const floor = Math.max(MIN_BPM, Math.round(rule.start * FLOOR_SHARE));
    // Down by at least two: you don't feel one bpm.
    const tempo = bpm(Math.max(floor, before.tempo - Math.max(2, rungAt(before.tempo, rule))));
    const lower = bpm(Math.min(before.tempo, tempo));
    return { standing: { ...standing, missRow: 0, tempo: lower }, change: lower < before.tempo ? "down" : "stay" };
  }
  return { standing, change: "stay" };
}

/** If this many of the last repeats aren't clean, the step falls apart. */
const APART = { of: 5, most: 4 };

/** Whether a step that moves round the kit falls apart although it was clean before. */
export function fallsApart({ recent }: Standing): boolean {
  const last = recent.slice(-APART.of);
  return last.length === APART.of && last.filter((result) => result === "no").length >= APART.most;
}
