/** The search, run in its worker whenever it changes. */

import { useMemo } from "react";
import type { Loosened, SpecProblem } from "~/core/search";
import { openSearch } from "~/workers/open";
import type { FoundWay, SearchEvent, SearchRequest } from "~/workers/search";
import { type RunStatus, useWorkerRun, type WorkerTask } from "~/workers/use-worker-run";

interface Found {
  /** Counting progress, 0 to 1. */
  readonly done: number;
  readonly total: bigint | null;
  readonly slots: number | null;
  readonly ways: readonly FoundWay[];
  readonly problem: SpecProblem | "too-wide" | null;
  /** If there is no way: what to relax; undefined while unknown. */
  readonly loosen: readonly (readonly Loosened[])[] | null | undefined;
}

export interface SearchState extends Found {
  readonly status: RunStatus;
}

const NOTHING: Found = { done: 0, total: null, slots: null, ways: [], problem: null, loosen: undefined };

const SEARCH: WorkerTask<SearchRequest, SearchEvent, Found> = {
  connect: openSearch,
  empty: NOTHING,
  // Earlier results stay visible until there are new ones.
  renew: ({ total, ways, slots }) => ({ ...NOTHING, total, ways, slots }),
  kindOf: ({ kind }) => kind,
  take: (found, event, isFirst) => {
    switch (event.kind) {
      case "problem":
        return { ...found, problem: event.problem };
      case "too-wide":
        return { ...found, problem: "too-wide" };
      case "progress":
        return { ...found, done: event.done };
      case "count":
        return { ...found, done: 1, total: event.total, slots: event.slots };
      case "ways":
        return { ...found, ways: [...(isFirst ? [] : found.ways), ...event.ways] };
      case "loosen":
        return { ...found, loosen: event.sets };
    }
  },
  close: (found, told) => (told.has("ways") ? found : { ...found, ways: [] }),
};

export interface SearchRun {
  readonly state: SearchState;
  readonly cancel: () => void;
  readonly again: () => void;
}

export function useSearch(request: SearchRequest): SearchRun {
  const { status, gathered, cancel, again } = useWorkerRun(SEARCH, request);
  const state = useMemo((): SearchState => ({ ...gathered, status }), [gathered, status]);
  return { state, cancel, again };
}
