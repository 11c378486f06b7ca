import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { nextReturn, type Progress, planToday, RETURN_DAYS } from "./today";

const TODAY = 1000;
const progress = (id: string, change: Partial<Progress> = {}): Progress => ({
  id,
  stepsPassed: 2,
  steps: 8,
  best: 60,
  goal: 100,
  lastPractised: TODAY - 1,
  learned: null,
  ...change,
});
const learned = (id: string, due: number) => progress(id, { learned: { returns: 1, due } });

describe("today", () => {
  it("has a lesson's next item as the new thing of the day", () => {
    const all = [
      progress("new", { lastPractised: null, best: null }),
      progress("next", { lastPractised: null, best: null, nextIn: "Starter course" }),
    ];
    const plan = planToday(all, 30, 100);
    expect(plan.items.map(({ id, reason }) => [id, reason])).toEqual([
      ["next", { code: "next", lesson: "Starter course" }],
    ]);
  });

  it("has what is due, then close to its goal, in progress, neglected, and one new thing", () => {
    const all = [
      progress("new", { lastPractised: null, best: null }),
      progress("also new", { lastPractised: null, best: null }),
      progress("neglected", { lastPractised: TODAY - 9 }),
      progress("going"),
      progress("near", { best: 92 }),
      learned("due", TODAY - 2),
      learned("long due", TODAY - 20),
      learned("not due", TODAY + 1),
    ];
    const plan = planToday(all, 60, TODAY);
    expect(plan.warmUp).toBe(3);
    expect(plan.items.map(({ id }) => id)).toEqual(["long due", "due", "near", "going", "neglected", "new"]);
    expect(plan.items[2]?.reason).toEqual({ code: "near", missing: 8 });
    expect(plan.items.at(-1)?.minutes).toBe(10 + (57 - 3 - 3 - 8 - 8 - 7 - 10));
  });

  it("fits the available minutes, and wastes none while there is something to do", () => {
    const anyProgress = fc.record({
      best: fc.option(fc.integer({ min: 30, max: 120 })),
      ago: fc.option(fc.integer({ min: 0, max: 60 })),
      due: fc.option(fc.integer({ min: -30, max: 30 })),
    });
    fc.assert(
      fc.property(fc.array(anyProgress, { maxLength: 30 }), fc.integer({ min: 2, max: 180 }), (drawn, minutes) => {
        const all = drawn.map(({ best, ago, due }, index) =>
          progress(String(index), {
            best,
            lastPractised: ago === null ? null : TODAY - ago,
            learned: due === null ? null : { returns: 0, due: TODAY + due },
          }),
        );
        const canImprovise = drawn.length % 2 === 0;
        const { warmUp, items, improvise } = planToday(all, minutes, TODAY, canImprovise);
        const sum = warmUp + improvise + items.reduce((total, item) => total + item.minutes, 0);
        expect(sum).toBeLessThanOrEqual(minutes);
        if (items.length > 0) expect(sum).toBe(minutes);
        expect(new Set(items.map(({ id }) => id)).size).toBe(items.length);
        for (const { id, reason } of items) {
          if (reason.code === "due") expect(all[Number(id)]?.learned?.due).toBeLessThanOrEqual(TODAY);
        }
      }),
    );
  });

  it("is empty without fills, and has no warm-up for a few minutes", () => {
    expect(planToday([], 30, TODAY)).toMatchObject({ items: [], improvise: 0 });
    // With nothing due and ideas to improvise with, the time is for those.
    expect(planToday([], 30, TODAY, true)).toEqual({ warmUp: 3, improvise: 27, items: [] });
    expect(planToday([progress("a")], 30, TODAY, true)).toMatchObject({ improvise: 5, items: [{ minutes: 22 }] });
    expect(planToday([progress("a")], 15, TODAY, true).improvise).toBe(0);
    expect(planToday([progress("a")], 5, TODAY)).toMatchObject({ warmUp: 0, items: [{ minutes: 5 }] });
  });
});

describe("a learned fill", () => {
  it("returns later after each clean review, and the next day otherwise", () => {
    let due = TODAY;
    let returns = 0;
    const gaps: number[] = [];
    for (let time = 0; time < 7; time++) {
      const next = nextReturn(returns, true, due);
      gaps.push(next.due - due);
      ({ due, returns } = next);
    }
    expect(gaps).toEqual([3, 7, 16, 35, 75, 75, 75]);
    expect(nextReturn(5, false, TODAY)).toEqual({ returns: 0, due: TODAY + RETURN_DAYS[0] });
  });
});
