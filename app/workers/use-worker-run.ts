/** Runs something in a worker whenever what is asked changes, and gathers what it tells. A new run ends the one before. */

import { proxy, type Remote, wrap } from "comlink";
import { useCallback, useEffect, useRef, useState } from "react";

/** What a worker exposes: it tells things while it runs. */
export interface RunApi<Request, Event> {
  readonly run: (request: Request, tell: (event: Event) => void) => void;
}

export type RunStatus = "running" | "done" | "cancelled" | "died";

export interface RunState<Gathered> {
  readonly status: RunStatus;
  readonly gathered: Gathered;
}

export interface WorkerRun<Gathered> extends RunState<Gathered> {
  readonly cancel: () => void;
  readonly again: () => void;
}

/** One kind of run: how its worker is made, and how what it tells is gathered. A constant of its module. */
export interface RunKind<Event, Gathered> {
  readonly makeWorker: () => Worker;
  readonly empty: Gathered;
  /** What stays in sight of the run before while a new one begins. */
  readonly renew: (before: Gathered) => Gathered;
  /** `isFirst`: nothing of its kind was told before in this run. */
  readonly take: (gathered: Gathered, event: Event, isFirst: boolean) => Gathered;
  /** When a run has ended that told nothing of some kind. */
  readonly close: (gathered: Gathered, told: ReadonlySet<unknown>) => Gathered;
  readonly kindOf: (event: Event) => unknown;
}

interface Running<Request, Event> {
  readonly worker: Worker;
  readonly api: Remote<RunApi<Request, Event>>;
  isBusy: boolean;
}

/** Milliseconds of rest after a change before the run begins anew. */
const REST = 180;

/** Runs while `request` is not null. */
export function useWorkerRun<Request, Event, Gathered>(
  kind: RunKind<Event, Gathered>,
  request: Request | null,
): WorkerRun<Gathered> {
  const [state, setState] = useState<RunState<Gathered>>({ status: "running", gathered: kind.empty });
  const [round, setRound] = useState(0);
  const running = useRef<Running<Request, Event> | null>(null);
  const waiting = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);

  const end = useCallback(() => {
    running.current?.worker.terminate();
    running.current = null;
  }, []);
  useEffect(() => end, [end]);

  // biome-ignore lint/correctness/useExhaustiveDependencies: another round is the same run anew
  useEffect(() => {
    if (request === null) return;
    let isOver = false;
    const begin = async () => {
      // A run that still goes on cannot be talked to: its worker goes with it.
      if (running.current?.isBusy) end();
      const started: Running<Request, Event> = running.current ?? start(kind.makeWorker);
      running.current = started;
      started.isBusy = true;
      const die = (event: globalThis.Event) => {
        event.preventDefault();
        if (running.current === started) end();
        if (!isOver) setState((before) => ({ ...before, status: "died" }));
      };
      started.worker.onerror = die;
      started.worker.onmessageerror = die;
      setState((before) => ({ status: "running", gathered: kind.renew(before.gathered) }));
      const told = new Set<unknown>();
      const tell = (event: Event) => {
        if (isOver) return;
        const isFirst = !told.has(kind.kindOf(event));
        told.add(kind.kindOf(event));
        setState((before) => ({ ...before, gathered: kind.take(before.gathered, event, isFirst) }));
      };
      try {
        await started.api.run(request as never, proxy(tell) as never);
        started.isBusy = false;
        if (!isOver) setState((before) => ({ status: "done", gathered: kind.close(before.gathered, told) }));
      } catch (error) {
        console.error(error);
        die(new globalThis.Event("error"));
      }
    };
    waiting.current = setTimeout(() => void begin(), REST);
    return () => {
      isOver = true;
      clearTimeout(waiting.current);
    };
  }, [kind, request, round, end]);

  const cancel = useCallback(() => {
    // Also one that has not begun yet.
    clearTimeout(waiting.current);
    end();
    setState((before) => ({ ...before, status: "cancelled" }));
  }, [end]);
  return { ...state, cancel, again: useCallback(() => setRound((number) => number + 1), []) };
}

function start<Request, Event>(makeWorker: () => Worker): Running<Request, Event> {
  const worker = makeWorker();
  return { worker, api: wrap<RunApi<Request, Event>>(worker), isBusy: false };
}
