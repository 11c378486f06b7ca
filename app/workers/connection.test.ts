import { setFlagsFromString } from "node:v8";
import { runInNewContext } from "node:vm";
import { expose } from "comlink";
import { afterEach, beforeEach, describe, expect, test, vi } from "vitest";
import { WorkerConnection, WorkerError } from "./connection";

const api = {
  double: (number: number) => 2 * number,
  fail: () => {
    throw new RangeError("too large");
  },
  never: () => new Promise<never>(() => {}),
  countTo: async (many: number, tell: (number: number) => void) => {
    for (let number = 1; number <= many; number++) await tell(number);
    return many;
  },
};
type Api = typeof api;

/** A worker whose other end is on this thread. */
class Thread {
  static started: Thread[] = [];
  private readonly ends = new MessageChannel();
  onerror: ((event: Event) => void) | null = null;
  onmessageerror: ((event: Event) => void) | null = null;
  isOver = false;
  constructor() {
    expose(api, this.ends.port2 as never);
    this.ends.port1.start();
    Thread.started.push(this);
  }
  postMessage(message: unknown, transfer: Transferable[] = []) {
    this.ends.port1.postMessage(message, transfer as never);
  }
  addEventListener(type: string, listener: (event: Event) => void) {
    this.ends.port1.addEventListener(type, listener as never);
  }
  removeEventListener(type: string, listener: (event: Event) => void) {
    this.ends.port1.removeEventListener(type, listener as never);
  }
  terminate() {
    this.isOver = true;
    this.ends.port1.close();
  }
}

const connect = () => new WorkerConnection<Api>(() => new Thread() as unknown as Worker);
let connection = connect();

beforeEach(() => {
  Thread.started = [];
  connection = connect();
});
afterEach(() => {
  connection.end();
  vi.useRealTimers();
});

/** The error of a request. */
const failureOf = (request: Promise<unknown>) =>
  request.then(
    () => "answered",
    (error: unknown) => (error instanceof WorkerError ? error.failure : String(error)),
  );

describe("a connection to a worker", () => {
  test("answers, passes on errors and callbacks, and starts one worker", async () => {
    expect(connection.isStarted).toBe(false);
    expect(await connection.call((worker) => worker.double(21))).toBe(42);
    expect(await failureOf(connection.call((worker) => worker.fail()))).toBe("RangeError: too large");
    const heard: number[] = [];
    await connection.call((worker, listen) =>
      worker.countTo(
        3,
        listen((number: number) => void heard.push(number)),
      ),
    );
    expect(heard).toEqual([1, 2, 3]);
    expect(Thread.started).toHaveLength(1);
    expect(connection.isBusy).toBe(false);
  });

  test("survives garbage collection", async () => {
    setFlagsFromString("--expose-gc");
    const collect = runInNewContext("gc") as () => void;
    expect(await connection.call((worker) => worker.double(1))).toBe(2);
    for (let round = 0; round < 3; round++) {
      collect();
      // Finalizers run in their own turns.
      await new Promise((done) => setTimeout(done, 20));
    }
    expect(await connection.call((worker) => worker.double(2))).toBe(4);
  });

  test("fails waiting requests when it is ended or dies, and starts another worker for the next", async () => {
    const waiting = failureOf(connection.call((worker) => worker.never()));
    connection.end();
    expect(await waiting).toBe("ended");
    const dying = failureOf(connection.call((worker) => worker.never()));
    Thread.started.at(-1)?.onerror?.(new Event("error"));
    expect(await dying).toBe("died");
    expect(Thread.started.every(({ isOver }) => isOver)).toBe(true);
    expect(await connection.call((worker) => worker.double(3))).toBe(6);
  });

  test("fails a request after too much silence", async () => {
    await connection.call((worker) => worker.double(1));
    vi.useFakeTimers({ toFake: ["setInterval", "clearInterval"] });
    const silent = failureOf(connection.call((worker) => worker.never(), 5));
    vi.advanceTimersByTime(4_000);
    expect(connection.isBusy).toBe(true);
    vi.advanceTimersByTime(1_000);
    expect(await silent).toBe("silent");
    expect(Thread.started[0]?.isOver).toBe(true);
  });

  test("counts a callback as a sign of life", async () => {
    vi.useFakeTimers({ toFake: ["setInterval", "clearInterval"] });
    // Without the callbacks, the limit would be reached half-way.
    const counted = connection.call(
      (worker, listen) =>
        worker.countTo(
          20,
          listen(() => void vi.advanceTimersByTime(1_000)),
        ),
      3,
    );
    expect(await counted).toBe(20);
  });
});
