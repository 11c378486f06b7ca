/** Tempo ladders: how the tempo rises while something loops. */

import { type Bpm, bpm } from "../time/time";

export interface Ladder {
  readonly from: Bpm;
  readonly to: Bpm;
  /** Bpm per rung; null for a smooth rise with each repeat. */
  readonly step: number | null;
  /** Repeats per rung; for a smooth rise, the total number of repeats. */
  readonly every: number;
}

/** The tempo of a repeat, from 0. It stops at the goal, and goes down if the goal is lower. */
export function ladderTempo({ from, to, step, every }: Ladder, repeat: number): Bpm {
  const way = to - from;
  const gone = step === null ? (Math.abs(way) * repeat) / every : Math.floor(repeat / every) * Math.abs(step);
  return bpm(from + Math.sign(way) * Math.min(Math.abs(way), gone));
}

/** Number of repeats before the goal is first played; 0 if it starts there. */
export function ladderLength({ from, to, step, every }: Ladder): number {
  const way = Math.abs(to - from);
  if (way === 0) return 0;
  if (step === null) return every;
  return step === 0 ? Number.POSITIVE_INFINITY : Math.ceil(way / Math.abs(step)) * every;
}
