/** Runs a search in its worker whenever it changes, and gathers what it tells. A new search ends the one before. */

import { proxy, type Remote, wrap } from "comlink";
import { useCallback, useEffect, useRef, useState } from "react";
import type { Loosened, SpecProblem } from "~/core";
import type { FoundWay, SearchApi, SearchEvent, SearchRequest } from "~/workers/search";

export interface SearchState {
  readonly status: "searching" | "done" | "cancelled" | "died";
  /** 0 to 1, of counting. */
  readonly done: number;
  readonly total: bigint | null;
  readonly slots: number | null;
  readonly ways: readonly FoundWay[];
  readonly problem: SpecProblem | "too-wide" | null;
  /** With no way: what to loosen; undefined while it is not known. */
  readonly loosen: readonly (readonly Loosened[])[] | null | undefined;
}

const BEGUN: SearchState = {
  status: "searching",
  done: 0,
  total: null,
  slots: null,
  ways: [],
  problem: null,
  loosen: undefined,
};

function take(state: SearchState, event: SearchEvent): SearchState {
  switch (event.kind) {
    case "problem":
      return { ...state, problem: event.problem };
    case "too-wide":
      return { ...state, problem: "too-wide" };
    case "progress":
      return { ...state, done: event.done };
    case "count":
      return { ...state, done: 1, total: event.total, slots: event.slots };
    case "ways":
      return { ...state, ways: [...state.ways, ...event.ways] };
    case "loosen":
      return { ...state, loosen: event.sets };
  }
}

interface Running {
  readonly worker: Worker;
  readonly api: Remote<SearchApi>;
  isBusy: boolean;
}

/** Milliseconds of rest after a change before the search begins anew. */
const REST = 180;

export interface SearchRun {
  readonly state: SearchState;
  readonly cancel: () => void;
  readonly again: () => void;
}

export function useSearch(request: SearchRequest): SearchRun {
  const [state, setState] = useState<SearchState>(BEGUN);
  const [round, setRound] = useState(0);
  const running = useRef<Running | null>(null);
  const waiting = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);

  const end = useCallback(() => {
    running.current?.worker.terminate();
    running.current = null;
  }, []);
  useEffect(() => end, [end]);

  // biome-ignore lint/correctness/useExhaustiveDependencies: another round is the same search anew
  useEffect(() => {
    let isOver = false;
    const begin = async () => {
      // A search that still runs cannot be talked to: its worker goes with it.
      if (running.current?.isBusy) end();
      const started: Running = running.current ?? start();
      running.current = started;
      started.isBusy = true;
      const die = (event: Event) => {
        event.preventDefault();
        if (running.current === started) end();
        if (!isOver) setState((before) => ({ ...before, status: "died" }));
      };
      started.worker.onerror = die;
      started.worker.onmessageerror = die;
      setState((before) => ({ ...BEGUN, total: before.total, ways: before.ways, slots: before.slots }));
      let isFirst = true;
      const tell = (event: SearchEvent) => {
        if (isOver) return;
        // What was found before stays in sight until there is something new.
        const fresh = event.kind === "ways" && isFirst;
        if (fresh) isFirst = false;
        setState((before) => take(fresh ? { ...before, ways: [] } : before, event));
      };
      try {
        await started.api.run(request, proxy(tell));
        started.isBusy = false;
        if (!isOver) setState((before) => ({ ...before, status: "done", ways: isFirst ? [] : before.ways }));
      } catch (error) {
        console.error(error);
        die(new Event("error"));
      }
    };
    waiting.current = setTimeout(() => void begin(), REST);
    return () => {
      isOver = true;
      clearTimeout(waiting.current);
    };
  }, [request, round, end]);

  const cancel = useCallback(() => {
    // Also one that has not begun yet.
    clearTimeout(waiting.current);
    end();
    setState((before) => ({ ...before, status: "cancelled" }));
  }, [end]);
  return { state, cancel, again: useCallback(() => setRound((number) => number + 1), []) };
}

function start(): Running {
  const worker = new Worker(new URL("../workers/search.ts", import.meta.url), { type: "module" });
  return { worker, api: wrap<SearchApi>(worker), isBusy: false };
}
