/**
 * Workers on the page's own thread, replacing the package that talks to real ones. Messages are copied as between
 * threads, and each worker has its own module state.
 */

type Api = Record<string, (...args: unknown[]) => unknown>;

let takeApi: ((api: Api) => void) | null = null;

/** Set by the worker's module while it loads. */
export function expose(api: Api): void {
  takeApi?.(api);
}

export class WorkerInPlace {
  onerror: ((event: Event) => void) | null = null;
  onmessageerror: ((event: Event) => void) | null = null;
  isOver = false;
  readonly api: Promise<Api>;

  constructor(address: string | URL) {
    this.api = begin(String(address));
  }
  terminate() {
    this.isOver = true;
  }
  addEventListener() {}
  removeEventListener() {}
}

let last: Promise<unknown> = Promise.resolve();
let begun = 0;

/** One after another, so that each gets what its own module exposes. */
function begin(address: string): Promise<Api> {
  const [name] = /[^/]+\.ts/.exec(address) ?? [];
  const started = last.then(
    () =>
      new Promise<Api>((done, fail) => {
        takeApi = done;
        import(/* @vite-ignore */ `../workers/${name}?worker=${begun++}`).catch(fail);
      }),
  );
  last = started.catch(() => {});
  return started;
}

/** A function called from the other side. */
export function proxy<Callback extends object>(callback: Callback): Callback {
  return callback;
}

/** Messages are copied anyway. */
export function transfer<Value>(value: Value): Value {
  return value;
}

const never = new Promise<never>(() => {});

export function wrap(worker: WorkerInPlace): unknown {
  const send = (value: unknown) => {
    if (typeof value !== "object" || value === null) return typeof value === "function" ? muted(value) : value;
    return structuredClone(value);
  };
  const muted =
    (callback: object) =>
    (...args: unknown[]) =>
      worker.isOver
        ? undefined
        : (callback as (...args: unknown[]) => unknown)(...args.map((one) => structuredClone(one)));
  const call =
    (name: string) =>
    async (...args: unknown[]) => {
      const api = await worker.api;
      if (worker.isOver) return never;
      const answer = await api[name]?.(...args.map(send));
      return worker.isOver ? never : structuredClone(answer);
    };
  // Awaiting it asks whether it is a promise; it isn't.
  return new Proxy({}, { get: (_, name) => (typeof name === "string" && name !== "then" ? call(name) : undefined) });
}
