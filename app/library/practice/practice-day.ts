/** Summaries of each day's runs for charts, so that drawing a line doesn't read ten years of runs. */

import { dayOf } from "./local-day";
import { RUN_LIMBS, type Run } from "./run";

/** One limb's intervals on a day: percentages, summed over a number of runs. */
export interface Unevenness {
  readonly sum: number;
  readonly runs: number;
}

/** One fill on one day of the player's local calendar. */
export interface FillDay {
  /** Local, in days since 1970, as of when the runs were saved. */
  readonly day: number;
  readonly fillId: string;
  /** The fill's latest name. */
  readonly fill: string;
  /** Time of the last run, in milliseconds since 1970. */
  readonly at: number;
  readonly seconds: number;
  /** The fastest clean repeat of the whole phrase, in bpm; null for none. */
  readonly clean: number | null;
  /** The fastest repeat of anything, in bpm. */
  readonly tried: number;
  readonly uneven: { readonly [limb in (typeof RUN_LIMBS)[number]]?: Unevenness };
}

/** The summary of one row of runs, with the same key. */
export interface PracticeDay {
  readonly day: number;
  readonly runs: number;
  readonly fills: readonly FillDay[];
}

const WHOLES: readonly Run["kind"][] = ["whole", "basic", "full", "form"];

function addRun(before: FillDay | undefined, run: Run, day: number): FillDay {
  const { fillId, fill, at, seconds, tempo, result, kind, numbers } = run;
  const isClean = result === "clean" && WHOLES.includes(kind);
  const uneven: { [limb in (typeof RUN_LIMBS)[number]]?: Unevenness } = { ...before?.uneven };
  for (const limb of RUN_LIMBS) {
    const value = numbers?.uneven[limb];
    if (value === undefined) continue;
    const { sum, runs } = uneven[limb] ?? { sum: 0, runs: 0 };
    uneven[limb] = { sum: sum + value, runs: runs + 1 };
  }
  const isLast = !before || at >= before.at;
  return {
    day,
    fillId,
    fill: isLast ? fill : before.fill,
    at: isLast ? at : before.at,
    seconds: (before?.seconds ?? 0) + seconds,
    clean: isClean ? Math.max(before?.clean ?? 0, tempo) : (before?.clean ?? null),
    tried: Math.max(before?.tried ?? 0, tempo),
    uneven,
  };
}

export function summariseDay(day: number, runs: readonly Run[]): PracticeDay {
  const fills = new Map<string, FillDay>();
  for (const run of runs) {
    const local = dayOf(run.at);
    const key = `${local} ${run.fillId}`;
    fills.set(key, addRun(fills.get(key), run, local));
  }
  return { day, runs: runs.length, fills: [...fills.values()] };
}
