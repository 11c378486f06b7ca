import { describe, expect, test, vi } from "vitest";
import { BOOK_FORMAT } from "~/library/book-file";
import { WorkerError } from "~/workers/connection";
import { type ImportState, Imports } from "./imports";

vi.mock("~/library/current", () => ({ bookName: () => "own", currentBook: async () => ({}) }));
vi.mock("~/library/preferences-store", () => ({ loadPreferences: async () => ({ countStyle: "beats" }) }));

/** A worker whose answers the test gives by hand. */
function makeWorker() {
  const waiting: { resolve: (answer: unknown) => void; reject: (error: unknown) => void }[] = [];
  return {
    isOver: false,
    asked: 0,
    call() {
      this.asked++;
      return new Promise((resolve, reject) => waiting.push({ resolve, reject }));
    },
    end() {
      this.isOver = true;
      for (const { reject } of waiting) reject(new WorkerError("ended"));
    },
    answer: (answer: unknown) => waiting.shift()?.resolve(answer),
    fail: (error: unknown) => waiting.shift()?.reject(error),
  };
}

function setUp() {
  const workers: ReturnType<typeof makeWorker>[] = [];
  const imports = new Imports(() => {
    const worker = makeWorker();
    workers.push(worker);
    return worker as never;
  });
  const kinds = () => imports.store.getState().tasks.map(({ state }) => state.kind);
  const until = (...expected: ImportState["kind"][]) => vi.waitFor(() => expect(kinds()).toEqual(expected));
  const asked = (worker: number, times: number) => vi.waitFor(() => expect(workers[worker]?.asked).toBe(times));
  return { imports, workers, kinds, until, asked };
}

const file = (name: string) => new File([`{"format":"${BOOK_FORMAT}"}`], name);
const COUNTS = {} as never;

describe("imported files", () => {
  test("are read, previewed, and written once after confirmation", async () => {
    const { imports, workers, until, asked } = setUp();
    imports.take(file("a.dimestack"), true);
    await asked(0, 1);
    await until("reading");
    workers[0]?.answer(null);
    await asked(0, 2);
    workers[0]?.answer(COUNTS);
    await until("preview");
    imports.accept(1);
    imports.accept(1);
    await until("writing");
    await asked(0, 3);
    workers[0]?.answer(COUNTS);
    await until("done");
    expect(workers[0]?.isOver).toBe(true);
    imports.forgetFinished();
    await until();
  });

  test("queue: a second one waits for the first, whatever happens to it, and neither is lost", async () => {
    const { imports, workers, until, asked } = setUp();
    imports.take(file("a.dimestack"), false);
    imports.take(file("b.dimestack"), false);
    await until("reading", "waiting");
    await asked(0, 1);
    workers[0]?.answer(null);
    await until("writing", "waiting");
    imports.take(file("c.dimestack"), false);
    await asked(0, 2);
    workers[0]?.answer(COUNTS);
    await until("done", "reading", "waiting");
    imports.cancel(3);
    await asked(1, 1);
    workers[1]?.answer({ of: "book", problem: { kind: "not-a-book" } });
    await until("done", "problem");
    imports.take(file("d.dimestack"), false);
    await until("reading");
  });

  test("can be cancelled: silently before writing, with a message during it", async () => {
    const { imports, workers, until, asked } = setUp();
    imports.take(file("a.dimestack"), false);
    await asked(0, 1);
    imports.cancel(1);
    await until();
    expect(workers[0]?.isOver).toBe(true);
    imports.take(file("b.dimestack"), false);
    await asked(1, 1);
    workers[1]?.answer(null);
    await until("writing");
    imports.cancel(2);
    await until("stopped");
  });

  test("report a worker that dies, hangs or meets a full disk", async () => {
    const error = vi.spyOn(console, "error").mockImplementation(() => {});
    const { imports, workers, until, asked } = setUp();
    imports.take(file("a.dimestack"), false);
    await asked(0, 1);
    workers[0]?.fail(new WorkerError("silent"));
    await until("failed");
    expect(imports.store.getState().tasks[0]?.state).toEqual({ kind: "failed", why: "worker" });
    imports.take(file("b.dimestack"), false);
    await asked(1, 1);
    workers[1]?.fail(Object.assign(new Error("no room"), { name: "QuotaExceededError" }));
    await until("failed");
    expect(imports.store.getState().tasks[0]?.state).toEqual({ kind: "failed", why: "full" });
    error.mockRestore();
  });
});
