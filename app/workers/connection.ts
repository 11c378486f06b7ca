/**
 * A connection to one worker. It holds the worker's only proxy as long as the worker lives, because a worker stops
 * listening when its proxy is garbage-collected. Every request is answered or fails: the worker died, was ended, or was
 * silent for too long.
 */

import type { Remote } from "comlink";

/** Why a request has no answer. */
export type WorkerFailure = "silent" | "died" | "ended";

export class WorkerError extends Error {
  override readonly name = "WorkerError";
  constructor(readonly failure: WorkerFailure) {
    super(`the worker ${failure === "ended" ? "was ended" : failure === "died" ? "died" : "gave no sign of life"}`);
  }
}

/** Whether a request failed because its own side ended the worker, so nobody is waiting. */
export function isEnded(error: unknown): boolean {
  return error instanceof WorkerError && error.failure === "ended";
}

/** Seconds without an answer or callback until a request fails. Long searches rely on this on slow phones. */
const SILENT_AFTER = 90;
/** Milliseconds. Counted in ticks, so that a laptop's sleep doesn't count. */
const TICK = 1_000;

/** Wraps a callback for the worker; each call is a sign of life. */
export type Listen = <Args extends unknown[]>(callback: (...args: Args) => void) => (...args: Args) => void;

interface PendingRequest {
  /** Ticks until it fails. */
  left: number;
  readonly limit: number;
  readonly fail: (error: WorkerError) => void;
}

interface Started<Api> {
  readonly worker: Worker;
  /** Wrapped, because awaiting a proxy would ask it whether it is a promise. */
  readonly remote: Promise<{ readonly api: Remote<Api>; readonly listen: Listen }>;
}

export class WorkerConnection<Api> {
  private started: Started<Api> | null = null;
  private readonly pending = new Set<PendingRequest>();
  private timer: ReturnType<typeof setInterval> | undefined;

  constructor(private readonly makeWorker: () => Worker) {}

  get isBusy(): boolean {
    return this.pending.size > 0;
  }

  get isStarted(): boolean {
    return this.started !== null;
  }

  /**
   * Sends a request, and starts the worker if there is none. Rejects with {@link WorkerError}, or with the worker's
   * error. `silentAfter` is in seconds.
   */
  call<Answer>(
    ask: (api: Remote<Api>, listen: Listen) => Answer,
    silentAfter = SILENT_AFTER,
  ): Promise<Awaited<Answer>> {
    return new Promise((resolve, reject) => {
      const pending: PendingRequest = {
        left: silentAfter,
        limit: silentAfter,
        fail: (error) => {
          this.forget(pending);
          reject(error);
        },
      };
      this.pending.add(pending);
      this.timer ??= setInterval(() => this.tick(), TICK);
      const { remote } = this.start();
      remote
        .then(async ({ api, listen }) => {
          if (!this.pending.has(pending)) throw new WorkerError("ended");
          return await ask(api, listen);
        })
        .finally(() => this.forget(pending))
        .then(resolve as (answer: unknown) => void, reject);
    });
  }

  /** Ends the worker; waiting requests fail as ended. The next request starts another worker. */
  end(): void {
    this.stop("ended");
  }

  private start(): Started<Api> {
    if (this.started) return this.started;
    const worker = this.makeWorker();
    const remote = import("comlink").then(({ proxy, wrap }) => {
      const listen: Listen = (callback) =>
        proxy((...args) => {
          this.hear();
          callback(...args);
        });
      return { api: wrap<Api>(worker), listen };
    });
    const started = { worker, remote };
    const die = (event: Event) => {
      event.preventDefault();
      if (this.started === started) this.stop("died");
    };
    worker.onerror = die;
    worker.onmessageerror = die;
    this.started = started;
    return started;
  }

  private stop(failure: WorkerFailure) {
    this.started?.worker.terminate();
    this.started = null;
    for (const one of this.pending) one.fail(new WorkerError(failure));
  }

  private forget(pending: PendingRequest) {
    this.pending.delete(pending);
    if (this.isBusy) return;
    clearInterval(this.timer);
    this.timer = undefined;
  }

  /** The worker is busy, so whatever waits may keep waiting. */
  private hear() {
    for (const one of this.pending) one.left = one.limit;
  }

  private tick() {
    // A worker stuck in one request can't answer the others.
    if ([...this.pending].some((one) => --one.left <= 0)) this.stop("silent");
  }
}
