/** The dialog for a graded set: its settings, its progress, and the request they make. */

import type { ExerciseRequest, ExerciseSet, ExerciseSource } from "~/core/grading";
import { barTicks, bpm, type Meter, parseRate, TICKS_PER_QUARTER, ticks } from "~/core/time";

export type ExerciseKind = ExerciseSource["kind"];

export interface GradedSettings {
  readonly kind: ExerciseKind;
  readonly rate: string;
  /** Where exercises start, in ticks from the bar line. */
  readonly starts: readonly number[];
  /** Number of exercises for each start. */
  readonly count: number;
  readonly tempo: number;
  readonly kicks: boolean;
  readonly rests: boolean;
  /** Ids of a cell and of a search. */
  readonly cell: string;
  readonly search: string;
  readonly seed: number;
}

export interface GradedState {
  readonly settings: GradedSettings;
  readonly progress: "ready" | "busy" | "failed";
  readonly made: readonly ExerciseSet[] | null;
}

export type GradedAction =
  | { readonly do: "set"; readonly change: Partial<GradedSettings> }
  | { readonly do: "toggle-start"; readonly start: number }
  | { readonly do: "choose" }
  /** Another draw with the same settings. */
  | { readonly do: "choose-others" }
  | { readonly do: "show"; readonly made: readonly ExerciseSet[] }
  | { readonly do: "fail" };

const EIGHTH = TICKS_PER_QUARTER / 2;

/** Where an exercise may start: on every eighth of the bar. */
export function listStarts(meter: Meter): number[] {
  return Array.from({ length: Math.floor(barTicks(meter) / EIGHTH) }, (_, index) => index * EIGHTH);
}

/** From the middle of the bar, with the first cell and the first search of the book. */
export function openGraded(meter: Meter, cell = "", search = ""): GradedState {
  const middle = Math.floor(barTicks(meter) / 2 / EIGHTH) * EIGHTH;
  return {
    settings: {
      ...{ kind: "grid", rate: "4", starts: [middle], count: 8, tempo: 80, kicks: true, rests: true, seed: 1 },
      cell,
      search,
    },
    progress: "ready",
    made: null,
  };
}

export function reduceGraded(state: GradedState, action: GradedAction): GradedState {
  const { settings } = state;
  switch (action.do) {
    case "set":
      return { ...state, settings: { ...settings, ...action.change } };
    case "toggle-start": {
      const { starts } = settings;
      const others = starts.filter((start) => start !== action.start);
      return {
        ...state,
        settings: { ...settings, starts: others.length < starts.length ? others : [...starts, action.start] },
      };
    }
    case "choose":
      return { ...state, progress: "busy" };
    case "choose-others":
      return { ...state, progress: "busy", settings: { ...settings, seed: settings.seed + 1 } };
    case "show":
      return { ...state, progress: "ready", made: action.made };
    case "fail":
      return { ...state, progress: "failed" };
  }
}

/** Each space runs from its start to the end of the bar; the shortest comes first. */
export function toRequest(
  { rate, tempo, starts, count, seed }: GradedSettings,
  meter: Meter,
  source: ExerciseSource,
): ExerciseRequest {
  const bar = barTicks(meter);
  return {
    ...{ source, meter, count, seed },
    rate: parseRate(rate) ?? { slots: 4, quarters: 1 },
    tempo: bpm(tempo),
    spaces: starts.toSorted((a, b) => b - a).map((start) => ({ start: ticks(start), length: ticks(bar - start) })),
  };
}

/** The number of exercises found, and the number requested. */
export function countExercises({ made, settings }: GradedState): { readonly found: number; readonly wanted: number } {
  return {
    found: made?.reduce((sum, { items }) => sum + items.length, 0) ?? 0,
    wanted: settings.starts.length * settings.count,
  };
}
