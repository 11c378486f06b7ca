/** Tempo ladders: how the tempo climbs while something goes round. */

import { type Bpm, bpm } from "../time/time";

export interface Ladder {
  readonly from: Bpm;
  readonly to: Bpm;
  /** Beats a minute that one rung is high; null to climb a little with each repeat, evenly. */
  readonly step: number | null;
  /** Repeats on each rung; where the climb is even, repeats for all of it. */
  readonly every: number;
}

/** The tempo of a repeat, from 0. It stays at the goal once that is reached, and goes down where the goal is below. */
export function ladderTempo({ from, to, step, every }: Ladder, repeat: number): Bpm {
  const way = to - from;
  const gone = step === null ? (Math.abs(way) * repeat) / every : Math.floor(repeat / every) * Math.abs(step);
  return bpm(from + Math.sign(way) * Math.min(Math.abs(way), gone));
}

/** How many repeats it takes until the goal is first played; 0 when it is there at once. */
export function ladderLength({ from, to, step, every }: Ladder): number {
  const way = Math.abs(to - from);
  if (way === 0) return 0;
  if (step === null) return every;
  return step === 0 ? Number.POSITIVE_INFINITY : Math.ceil(way / Math.abs(step)) * every;
}
