/** The search for orchestrations, run in its worker whenever it changes. */

import type { OrchestrationProblem } from "~/core/orchestration-search";
import { openOrchestration } from "~/workers/open";
import type { FoundOrchestration, OrchestrationEvent, OrchestrationRequest } from "~/workers/orchestration";
import { useWorkerRun, type WorkerRun, type WorkerTask } from "~/workers/use-worker-run";

export interface FoundOrchestrations {
  readonly total: bigint | null;
  readonly strokes: number;
  readonly ways: readonly FoundOrchestration[];
  readonly problem: OrchestrationProblem | null;
}

const NOTHING: FoundOrchestrations = { total: null, strokes: 0, ways: [], problem: null };

const PLACINGS: WorkerTask<OrchestrationRequest, OrchestrationEvent, FoundOrchestrations> = {
  connect: openOrchestration,
  empty: NOTHING,
  // Earlier results stay visible until there are new ones.
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

export function useOrchestrations(request: OrchestrationRequest | null): WorkerRun<FoundOrchestrations> {
  return useWorkerRun(PLACINGS, request);
}
