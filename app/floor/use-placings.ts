/** The search of placings, run in its worker whenever it changes. */

import type { PlacingProblem } from "~/core";
import { type RunKind, useWorkerRun, type WorkerRun } from "~/ui/use-worker-run";
import type { FoundPlacing, PlacingEvent, PlacingRequest } from "~/workers/placing";

export interface FoundPlacings {
  readonly total: bigint | null;
  readonly strokes: number;
  readonly ways: readonly FoundPlacing[];
  readonly problem: PlacingProblem | null;
}

const NOTHING: FoundPlacings = { total: null, strokes: 0, ways: [], problem: null };

const PLACINGS: RunKind<PlacingEvent, FoundPlacings> = {
  makeWorker: () => new Worker(new URL("../workers/placing.ts", import.meta.url), { type: "module" }),
  empty: NOTHING,
  // What was found before stays in sight until there is something new.
  renew: (before) => ({ ...before, problem: null }),
  kindOf: ({ kind }) => kind,
  take: (found, event) => {
    switch (event.kind) {
      case "problem":
        return { ...NOTHING, problem: event.problem };
      case "count":
        return { ...found, total: event.total, strokes: event.strokes };
      case "ways":
        return { ...found, ways: event.ways };
    }
  },
  close: (found, told) => (told.has("ways") ? found : { ...found, ways: [] }),
};

export function usePlacings(request: PlacingRequest | null): WorkerRun<FoundPlacings> {
  return useWorkerRun(PLACINGS, request);
}
