/** How the tempo goes while a step is practised: up after clean repeats in a row, down after misses. */

import type { Result } from "../listening/judge";
import { type Bpm, bpm, MIN_BPM } from "../time/time";

export interface ClimbRule {
  readonly start: Bpm;
  readonly goal: Bpm;
  /** Clean repeats in a row that make a rung. */
  readonly cleanInRow: number;
  /** The ceiling of what is played; null where nothing sets one. */
  readonly ceiling: number | null;
}

export interface Standing {
  readonly tempo: Bpm;
  readonly cleanRow: number;
  readonly missRow: number;
  /** Repeats of this step that were not clean, of the last few. */
  readonly recent: readonly Result[];
  /** The highest tempo at which a rung was made; null for none. */
  readonly best: Bpm | null;
  readonly passed: boolean;
}

export type TempoChange = "up" | "down" | "stay" | "passed";

/** Misses in a row after which the tempo goes down. */
export const MISSES_DOWN = 2;
/** Share of the tempo that a rung is high, far from any limit. Our estimate: less than a player feels as a jump. */
const RUNG_SHARE = 0.06;
/** Near a limit a rung is this part of what is left to it. */
const LEFT_SHARE = 0.25;
/** A step is no longer than so many rungs: what is left is taken in larger ones. */
const MAX_RUNGS = 6;
/** It does not go further down than this share of where the step starts. */
const FLOOR_SHARE = 0.7;
const RECENT = 8;

/**
 * The height of the next rung in whole beats a minute: smaller towards the ceiling, and never so small that the step would
 * have more than {@link MAX_RUNGS}.
 */
export function rungAt(tempo: number, { start, goal, ceiling }: Omit<ClimbRule, "cleanInRow">): number {
  const far = tempo * RUNG_SHARE;
  const near = ceiling === null ? far : (ceiling - tempo) * LEFT_SHARE;
  return Math.max(1, Math.round(Math.min(far, near)), Math.ceil((goal - start) / MAX_RUNGS));
}

/** Tempos at which a step is played, from its start to its goal, when all goes well. */
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

/** After one more repeat. "nearly" breaks a row of clean ones and is no miss. A step that was passed stays so. */
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
    // Down by no less than two: one beat a minute is not felt.
    const tempo = bpm(Math.max(floor, before.tempo - Math.max(2, rungAt(before.tempo, rule))));
    const lower = bpm(Math.min(before.tempo, tempo));
    return { standing: { ...standing, missRow: 0, tempo: lower }, change: lower < before.tempo ? "down" : "stay" };
  }
  return { standing, change: "stay" };
}

/** Of the last repeats, so many not clean that it falls apart. */
const APART = { of: 5, most: 4 };

/** Whether something falls apart that was whole before: to be asked of steps that move round the kit. */
export function fallsApart({ recent }: Standing): boolean {
  const last = recent.slice(-APART.of);
  return last.length === APART.of && last.filter((result) => result === "no").length >= APART.most;
}
