import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { bpm } from "~/core/time";
import { writeBook } from "../book-file";
import { readBook } from "../book-reader";
import { BookDatabase } from "../database";
import { EMPTY_BOOK } from "../kinds";
import { asVersion, MemoryStorage, runOf } from "../testing";
import { gatherBook, importBook } from "../transfer";
import { dayOf } from "./local-day";
import { newPlan } from "./plan";
import type { Run } from "./run";
import { readRunDay, toRunDays } from "./run-day";
import {
  changePlan,
  completeSummaries,
  countRuns,
  deleteRun,
  getPlan,
  keepRun,
  keepWaiting,
  listFillDays,
  listRuns,
  listWaiting,
  noteRun,
  packRuns,
} from "./store";

const run = runOf;

let book: BookDatabase;
let storage: MemoryStorage;
beforeEach(async () => {
  storage = new MemoryStorage();
  vi.stubGlobal("localStorage", storage);
  book = new BookDatabase(`test-${crypto.randomUUID()}`);
  await book.open();
});
afterEach(async () => {
  await book.delete();
  vi.unstubAllGlobals();
});

describe("days", () => {
  const HOUR = 3_600_000;
  afterEach(() => {
    delete process.env.TZ;
  });
  it.each([
    ["Europe/Berlin", "2026-03-29", 23],
    ["Europe/Berlin", "2026-10-25", 25],
    ["America/New_York", "2026-11-01", 25],
    ["Australia/Lord_Howe", "2026-04-05", 24.5],
    ["Pacific/Kiritimati", "2026-06-01", 24],
    ["UTC", "2026-06-01", 24],
  ])("in %s %s is one day of %s hours", (zone, name, hours) => {
    process.env.TZ = zone;
    const [year = 0, month = 0, day = 0] = name.split("-").map(Number);
    const from = new Date(year, month - 1, day).getTime();
    const to = new Date(year, month - 1, day + 1).getTime();
    expect((to - from) / HOUR).toBe(hours);
    for (let at = from; at < to; at += HOUR / 4) expect(dayOf(at)).toBe(dayOf(from));
    expect(dayOf(from - 1)).toBe(dayOf(from) - 1);
    expect(dayOf(to)).toBe(dayOf(from) + 1);
  });
});

describe("runs", () => {
  it("are saved, latest first, with notes", async () => {
    expect(await keepRun(book, run("a", 1))).toBe(true);
    expect(await keepRun(book, run("b", 2))).toBe(true);
    expect((await listRuns(book)).map(({ id }) => id)).toEqual(["b", "a"]);
    expect(listWaiting(book)).toEqual([]);
    await noteRun(book, run("a", 1), "shoulders up");
    expect((await listRuns(book))[1]?.note).toBe("shoulders up");
    await noteRun(book, run("a", 1), "");
    expect((await listRuns(book))[1]).not.toHaveProperty("note");
  });

  it("that are damaged are left out, and the day's others stay", async () => {
    await keepRun(book, run("a", 5));
    const day = await book.runs.get(0);
    const text = day && "text" in day ? day.text : "";
    await book.runs.put({ day: 0, text: text.replace("[", '[{"id":7},null,["x",1],') });
    await book.runs.put({ day: 1, text: "{" });
    expect((await listRuns(book)).map(({ id }) => id)).toEqual(["a"]);
    expect((await deleteRun(book, run("a", 5)))?.id).toBe("a");
    expect(await deleteRun(book, run("a", 5))).toBeNull();
  });

  it("of two tabs at once are all saved", async () => {
    await Promise.all(["a", "b", "c"].map((id, at) => keepRun(book, run(id, at))));
    expect(await listRuns(book)).toHaveLength(3);
  });

  it("wait while the database refuses, and are saved with the next one it accepts", async () => {
    const full = vi.spyOn(book.runs, "put").mockRejectedValue(new Error("full"));
    expect(await keepRun(book, run("a", 1))).toBe(false);
    expect(listWaiting(book)).toHaveLength(1);
    full.mockRestore();
    storage.setItem(`dime-stack:runs:${book.name}:broken`, "{");
    expect(await keepWaiting(book)).toBe(true);
    expect((await listRuns(book)).map(({ id }) => id)).toEqual(["a"]);
    expect(listWaiting(book)).toEqual([]);
  });

  it("are exported and imported, each once; older files have none", async () => {
    await keepRun(book, run("a", 1));
    await changePlan(book, "f", (plan) => ({ ...plan, best: bpm(80) }));
    const read = await readBook(writeBook(await gatherBook(book)));
    if (!read.ok) throw new Error("the file was refused");
    expect(read.runs.flatMap(readRunDay)).toEqual([run("a", 1)]);
    expect(await importBook(book, read)).toMatchObject({ runs: { added: 0, same: 1 } });
    expect(await readBook(asVersion(writeBook(EMPTY_BOOK), 5))).toMatchObject({ ok: true, runs: [], plans: [] });
    const broken = { ...EMPTY_BOOK, runs: toRunDays([{ ...run("a", 1), tempo: -4 as never }]) };
    expect(await readBook(writeBook(broken))).toMatchObject({
      ok: false,
      problem: { item: { what: "run", index: 0 }, path: "tempo", fault: { kind: "less" } },
    });
  });
});

describe("a long log", () => {
  const DAY = 86_400_000;
  const heard = (id: string, at: number): Run => ({
    ...run(id, at),
    by: "heard",
    numbers: { missed: 0, extra: 1, offset: -3.5, spread: 8, gap: null, drift: 0, flams: 0, uneven: { R: 2, L: 6 } },
  });

  it("is packed up to its latest day without changes", async () => {
    for (let day = 0; day < 45; day++) await keepRun(book, heard(`d${day}`, day * DAY + 5));
    const before = await listRuns(book);
    expect(await packRuns(book)).toBe(44);
    expect(await packRuns(book)).toBe(0);
    expect((await book.runs.toArray()).filter((row) => "packed" in row)).toHaveLength(44);
    expect(await listRuns(book)).toEqual(before);
    await noteRun(book, heard("d3", 3 * DAY + 5), "loose wrists");
    expect((await listRuns(book, 3, 3))[0]?.note).toBe("loose wrists");
    expect((await listRuns(book, 3, 5)).map(({ id }) => id)).toEqual(["d5", "d4", "d3"]);
  });

  it("has summaries, which are created where missing", async () => {
    await keepRun(book, heard("a", 5));
    await keepRun(book, { ...heard("b", 9), tempo: bpm(90), fill: "Fives again", kind: "cell" });
    await keepRun(book, heard("c", 3 * DAY));
    const days = await listFillDays(book);
    expect(days[0]).toMatchObject({ fill: "Fives again", at: 9, seconds: 6, clean: 80, tried: 90 });
    expect(days[0]?.uneven).toEqual({ R: { sum: 4, runs: 2 }, L: { sum: 12, runs: 2 } });
    expect(await countRuns(book)).toEqual([
      { day: 0, runs: 2 },
      { day: 3, runs: 1 },
    ]);
    await book.practiceDays.clear();
    await completeSummaries(book);
    expect(await listFillDays(book)).toEqual(days);
    await deleteRun(book, heard("c", 3 * DAY));
    expect(await countRuns(book)).toEqual([{ day: 0, runs: 2 }]);
  });

  it("keeps unreadable parts of a day as they are", async () => {
    await keepRun(book, heard("a", 5));
    const text = '[{"id":7}]';
    await book.runs.put({ day: 1, text });
    await keepRun(book, heard("b", 2 * DAY));
    expect(await packRuns(book)).toBe(1);
    expect(await book.runs.get(1)).toEqual({ day: 1, text });
  });
});

describe("a plan in the book", () => {
  it("is new until it is changed; changes apply on top of another tab's", async () => {
    expect(await getPlan(book, "f")).toBeNull();
    await Promise.all([
      changePlan(book, "f", (plan) => ({ ...plan, skipped: [...plan.skipped, "hands"] })),
      changePlan(book, "f", (plan) => ({ ...plan, skipped: [...plan.skipped, "feet"] })),
    ]);
    expect((await getPlan(book, "f"))?.skipped).toEqual(["hands", "feet"]);
  });

  it("that is damaged in storage counts as new", async () => {
    await book.plans.put({ ...newPlan("f"), cleanInRow: -3 });
    expect(await getPlan(book, "f")).toBeNull();
  });
});
