import { describe, expect, it } from "vitest";
import { bpm } from "~/core/time";
import { newPlan } from "~/library/practice/plan";
import { summariseDay } from "~/library/practice/practice-day";
import type { Run } from "~/library/practice/run";
import { groupByDay } from "~/library/practice/run-day";
import { followEvenness, followTempo, listPractised, listProgress, sayDay, sumMinutes } from "./summaries";

const DAY = 86_400_000;
const noon = (day: number) => day * DAY + DAY / 2;
const run = (day: number, change: Partial<Run> = {}): Run => ({
  id: crypto.randomUUID(),
  at: noon(day),
  fillId: "a",
  fill: "Fives",
  step: "whole",
  kind: "whole",
  tempo: bpm(80),
  result: "clean",
  by: "heard",
  seconds: 30,
  fault: null,
  numbers: { missed: 0, extra: 0, offset: 0, spread: 5, gap: null, drift: 0, flams: 0, uneven: { R: 4, L: 8 } },
  ...change,
});

/** The summaries of these runs, as stored in the book. */
const daysOf = (...runs: Run[]) => [...groupByDay(runs)].flatMap(([day, ofDay]) => summariseDay(day, ofDay).fills);

describe("the log's charts", () => {
  it("have the minutes of every day, including empty ones", () => {
    const runs = daysOf(run(100), run(100), run(102, { seconds: 90 }));
    expect(sumMinutes(runs, 102, 4).map(({ minutes }) => minutes)).toEqual([0, 1, 0, 1.5]);
  });

  it("show clean tempos of the whole, and tempos that were tried", () => {
    const runs = daysOf(
      run(100, { tempo: bpm(70) }),
      run(100, { tempo: bpm(90), result: "no" }),
      run(101, { kind: "cell", tempo: bpm(95) }),
      run(101, { fillId: "b", tempo: bpm(200) }),
    );
    expect(followTempo(runs, "a")).toEqual([
      { day: 100, clean: 70, tried: 90 },
      { day: 101, clean: null, tried: 95 },
    ]);
  });

  it("show each limb's evenness, for days with measurements", () => {
    const later = run(101, { numbers: null, by: "self" });
    const other = run(100, { numbers: { ...(run(1).numbers as NonNullable<Run["numbers"]>), uneven: { L: 12 } } });
    expect(followEvenness(daysOf(run(100), other, later), "a")).toEqual([{ day: 100, R: 4, L: 10 }]);
    expect(followEvenness(daysOf(run(100)), "b")).toEqual([]);
  });

  it("have fills under their last name, with their progress", () => {
    expect(listPractised(daysOf(run(101, { fill: "Sixes" }), run(100)))).toEqual([{ id: "a", name: "Sixes" }]);
    const fill = { id: "a", content: { tempo: bpm(96) } } as Parameters<typeof listProgress>[0][number];
    expect(listProgress([fill], [])[0]).toMatchObject({ goal: 96, lastPractised: null, learned: null });
    const plan = { ...newPlan("a"), goal: bpm(110), best: bpm(70), passed: 2, steps: 9 };
    expect(listProgress([fill], [plan])[0]).toMatchObject({ goal: 110, best: 70, stepsPassed: 2, steps: 9 });
    expect(sayDay(0)).toBe("1 Jan");
  });
});
