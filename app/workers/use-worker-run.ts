/**
 * Runs something in a worker whenever the request changes, and collects its reports. A new run ends the previous one.
 */

import { useCallback, useEffect, useRef, useState } from "react";
import { isEnded, type WorkerConnection } from "./connection";

/** What a worker exposes: it reports while it runs. */
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

/** One kind of run: how to create its worker, and how to collect its reports. A constant of its module. */
export interface WorkerTask<Request, Event, Gathered> {
  readonly connect: () => WorkerConnection<RunApi<Request, Event>>;
  readonly empty: Gathered;
  /** What stays visible from the previous run while a new one starts. */
  readonly renew: (before: Gathered) => Gathered;
  /** `isFirst`: the first report of its kind in this run. */
  readonly take: (gathered: Gathered, event: Event, isFirst: boolean) => Gathered;
  /** When a run has ended without any report of some kind. */
  readonly close: (gathered: Gathered, told: ReadonlySet<unknown>) => Gathered;
  readonly kindOf: (event: Event) => unknown;
}

/** Milliseconds after a change before the run restarts. */
const DEBOUNCE_MS = 180;

/** Runs while `request` isn't null. */
export function useWorkerRun<Request, Event, Gathered>(
  kind: WorkerTask<Request, Event, Gathered>,
  request: Request | null,
): WorkerRun<Gathered> {
  const [state, setState] = useState<RunState<Gathered>>({ status: "running", gathered: kind.empty });
  const [round, setRound] = useState(0);
  const [connection] = useState(kind.connect);
  const waiting = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);

  useEffect(() => () => connection.end(), [connection]);

  // biome-ignore lint/correctness/useExhaustiveDependencies: another round is the same run anew
  useEffect(() => {
    if (request === null) return;
    let isOver = false;
    const begin = async () => {
      // An unfinished run can't be stopped otherwise: its worker is replaced.
      if (connection.isBusy) connection.end();
      setState((before) => ({ status: "running", gathered: kind.renew(before.gathered) }));
      const told = new Set<unknown>();
      const tell = (event: Event) => {
        if (isOver) return;
        const isFirst = !told.has(kind.kindOf(event));
        told.add(kind.kindOf(event));
        setState((before) => ({ ...before, gathered: kind.take(before.gathered, event, isFirst) }));
      };
      try {
        await connection.call((api, listen) => (api as RunApi<Request, Event>).run(request, listen(tell)));
        if (!isOver) setState((before) => ({ status: "done", gathered: kind.close(before.gathered, told) }));
      } catch (error) {
        if (isEnded(error)) return;
        console.error(error);
        connection.end();
        if (!isOver) setState((before) => ({ ...before, status: "died" }));
      }
    };
    waiting.current = setTimeout(() => void begin(), DEBOUNCE_MS);
    return () => {
      isOver = true;
      clearTimeout(waiting.current);
    };
  }, [kind, request, round, connection]);

  const cancel = useCallback(() => {
    // Even one that hasn't started yet.
    clearTimeout(waiting.current);
    connection.end();
    setState((before) => ({ ...before, status: "cancelled" }));
  }, [connection]);
  return { ...state, cancel, again: useCallback(() => setRound((number) => number + 1), []) };
}
