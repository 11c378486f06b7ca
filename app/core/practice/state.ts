/** What is stored of a plan. */

import type { Bpm } from "../time/time";
import type { Standing } from "./climb";
import type { Day } from "./today";

/** In a row: once could be luck. */
export const CLEAN_IN_ROW = 3;
/** Maximum length of a step's id. */
export const MAX_STEP_ID = 160;

/** What is stored of a plan; the steps follow from the phrase. */
export interface PlanState {
  /** Null for the phrase's own tempo. */
  readonly goal: Bpm | null;
  /** Null for the computed value. */
  readonly learning: Bpm | null;
  readonly cleanInRow: number;
  readonly skipped: readonly string[];
  /** The player's own order; steps not listed follow in plan order. */
  readonly order: readonly string[];
  readonly tempos: Readonly<Record<string, { readonly start: Bpm; readonly goal: Bpm }>>;
  readonly standings: Readonly<Record<string, Standing>>;
  /** The current step; null for the first one not passed. */
  readonly current: string | null;
  readonly learned: { readonly returns: number; readonly due: Day } | null;
  readonly lastPractised: Day | null;
  readonly steps: number;
  readonly passed: number;
  /** The highest tempo at which the whole was clean. */
  readonly best: Bpm | null;
}

/** For a phrase that was never practised. */
export const NOT_BEGUN: PlanState = {
  goal: null,
  learning: null,
  cleanInRow: CLEAN_IN_ROW,
  skipped: [],
  order: [],
  tempos: {},
  standings: {},
  current: null,
  learned: null,
  lastPractised: null,
  steps: 0,
  passed: 0,
  best: null,
};
