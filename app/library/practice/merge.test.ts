import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { FAULT_KINDS, RESULTS } from "~/core/listening";
import { RUN_KINDS } from "~/core/practice";
import { isSame } from "~/data/same";
import { type FlowRecordRow, flowRecordSchema } from "../flow/record";
import { mergeFlowRecords, mergePlans, mergeRuns } from "./merge";
import { type PlanRow, planSchema } from "./plan";
import { type Run, runSchema } from "./run";
import { asRun, readRunDay, readRunRow, textOfRunDay, toRunDays, writeRunDay } from "./run-day";

const anyTempo = fc.integer({ min: 20, max: 400 });
const anyResult = fc.constantFrom(...RESULTS);
const anyStep = fc.constantFrom("whole", "hands", "feet", "cell-1", "join-2");
const orNull = <Value>(one: fc.Arbitrary<Value>) => fc.option(one, { nil: null });
const anyCount = fc.integer({ min: 0, max: 30 });

const anyPlan: fc.Arbitrary<PlanRow> = fc
  .record({
    id: fc.constant("f"),
    goal: orNull(anyTempo),
    learning: orNull(anyTempo),
    cleanInRow: fc.integer({ min: 1, max: 20 }),
    skipped: fc.uniqueArray(anyStep),
    order: fc.uniqueArray(anyStep),
    tempos: fc.dictionary(anyStep, fc.record({ start: anyTempo, goal: anyTempo })),
    standings: fc.dictionary(
      anyStep,
      fc.record({
        tempo: anyTempo,
        cleanRow: anyCount,
        missRow: anyCount,
        recent: fc.array(anyResult, { maxLength: 20 }),
        best: orNull(anyTempo),
        passed: fc.boolean(),
      }),
    ),
    current: orNull(anyStep),
    learned: orNull(fc.record({ returns: anyCount, due: anyCount })),
    lastPractised: orNull(anyCount),
    steps: anyCount,
    passed: anyCount,
    best: orNull(anyTempo),
  })
  .map((plan) => planSchema.parse(plan));

const anyResults = fc.dictionary(anyStep, fc.array(anyResult, { maxLength: 12 }));
const anyRecord: fc.Arbitrary<FlowRecordRow> = fc
  .record({ id: fc.constant("f"), ideas: anyResults, joins: anyResults })
  .map((record) => flowRecordSchema.parse(record));

const anyNumber = (least: number, most: number) =>
  fc.double({ min: least, max: most, noNaN: true }).map((value) => Math.round(value * 10) / 10 + 0);
const anyOffset = orNull(anyNumber(-100_000, 100_000));
const anyRun: fc.Arbitrary<Run> = fc
  .record(
    {
      id: fc.string({ minLength: 1, maxLength: 64 }),
      at: fc.integer({ min: 0, max: 32_503_680_000_000 }),
      fillId: fc.uuid(),
      fill: fc.string({ maxLength: 120 }),
      step: fc.string({ minLength: 1, maxLength: 160 }),
      kind: fc.constantFrom(...RUN_KINDS),
      tempo: anyNumber(20, 400),
      result: anyResult,
      by: fc.constantFrom("heard", "self"),
      seconds: anyNumber(0, 3_600),
      fault: orNull(fc.constantFrom(...FAULT_KINDS)),
      note: fc.constantFrom("wrists", "elbows · wrists", "slow down", "a · b · c"),
      numbers: orNull(
        fc.record({
          missed: anyCount,
          extra: anyCount,
          offset: anyOffset,
          spread: anyOffset,
          gap: anyOffset,
          drift: anyOffset,
          flams: anyCount,
          uneven: fc.record(
            { R: anyNumber(0, 10_000), L: anyNumber(0, 99), K: anyNumber(0, 99), H: anyNumber(0, 99) },
            { requiredKeys: [] },
          ),
        }),
      ),
    },
    {
      requiredKeys: [
        "id",
        "at",
        "fillId",
        "fill",
        "step",
        "kind",
        "tempo",
        "result",
        "by",
        "seconds",
        "fault",
        "numbers",
      ],
    },
  )
  .map((run) => runSchema.parse(run));

/** Whatever is merged: order doesn't matter, and repeating changes nothing. */
function holdsLaws<Value>(any: fc.Arbitrary<Value>, merge: (a: Value, b: Value) => Value) {
  fc.assert(
    fc.property(any, any, any, (a, b, c) => {
      const ab = merge(a, b);
      expect(isSame(ab, merge(b, a))).toBe(true);
      expect(isSame(merge(ab, a), ab)).toBe(true);
      expect(isSame(merge(ab, b), ab)).toBe(true);
      expect(isSame(merge(a, a), a)).toBe(true);
      expect(isSame(merge(ab, c), merge(a, merge(b, c)))).toBe(true);
    }),
  );
}

describe("practice from two devices", () => {
  test("plans: in any order, any number of times, nothing that either reached is lost", () => {
    holdsLaws(anyPlan, mergePlans);
    fc.assert(
      fc.property(anyPlan, anyPlan, (a, b) => {
        const merged = planSchema.parse(mergePlans(a, b));
        for (const one of [a, b]) {
          expect(merged.best ?? 0).toBeGreaterThanOrEqual(one.best ?? 0);
          expect(merged.goal ?? 0).toBeGreaterThanOrEqual(one.goal ?? 0);
          expect(merged.skipped).toEqual(expect.arrayContaining(one.skipped));
          for (const [step, standing] of Object.entries(one.standings)) {
            const after = merged.standings[step];
            expect(Number(after?.passed)).toBeGreaterThanOrEqual(Number(standing.passed));
            expect(after?.best ?? 0).toBeGreaterThanOrEqual(standing.best ?? 0);
          }
        }
      }),
    );
  });

  test("flow records: the longer, then the cleaner", () => {
    holdsLaws(anyRecord, mergeFlowRecords);
    const record = (...results: FlowRecordRow["ideas"][string]) => ({ id: "f", ideas: { k: results }, joins: {} });
    expect(mergeFlowRecords(record("no"), record("clean", "no")).ideas.k).toEqual(["clean", "no"]);
    expect(mergeFlowRecords(record("no", "no"), record("clean", "no")).ideas.k).toEqual(["clean", "no"]);
  });

  test("runs: both notes", () => {
    const sameRun = fc.record({ first: anyRun, notes: fc.tuple(anyRun, anyRun, anyRun) });
    fc.assert(
      fc.property(sameRun, ({ first, notes }) => {
        const [a, b, c] = notes.map(({ note }) => {
          const { note: _, ...run } = first;
          return note === undefined ? run : { ...run, note };
        }) as [Run, Run, Run];
        const ab = mergeRuns(a, b);
        expect(mergeRuns(b, a)).toEqual(ab);
        expect(mergeRuns(ab, a)).toEqual(ab);
        expect(mergeRuns(ab, c)).toEqual(mergeRuns(a, mergeRuns(b, c)));
        for (const part of `${a.note ?? ""} · ${b.note ?? ""}`.split(" · ")) expect(ab.note ?? "").toContain(part);
      }),
    );
    holdsLaws(
      anyRun.map((run): Run => ({ ...run, id: "r" })),
      mergeRuns,
    );
  });
});

describe("a day's runs as rows", () => {
  test("come back unchanged", () => {
    fc.assert(
      fc.property(fc.uniqueArray(anyRun, { selector: ({ id }) => id, maxLength: 20 }), (runs) => {
        const back = toRunDays(runs).flatMap(readRunDay);
        expect(back).toHaveLength(runs.length);
        expect(back).toEqual(expect.arrayContaining(runs));
      }),
    );
  });

  test("are accepted exactly when a run's schema accepts them", () => {
    const anyValue = fc.oneof(
      fc.constantFrom<unknown>(null, -1, 0, 1.5, 1e300, 401, "", "whole", "x".repeat(200), [], {}, true),
      fc.double(),
      fc.string({ unit: "binary" }),
    );
    fc.assert(
      fc.property(anyRun, fc.nat(22), anyValue, (run, column, value) => {
        const [row] = JSON.parse(textOfRunDay(writeRunDay(0, [run]))) as unknown[][];
        if (!row || column >= row.length) return;
        row[column] = value;
        const checked = runSchema.safeParse(asRun(row));
        const read = readRunRow(row);
        expect(read !== null).toBe(checked.success);
        if (read && checked.data) expect(isSame(read, checked.data)).toBe(true);
      }),
      { numRuns: 1_000 },
    );
  });
});
