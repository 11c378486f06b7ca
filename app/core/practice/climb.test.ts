import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { RESULTS, type Result } from "../listening/judge";
import { bpm } from "../time/time";
import { begin, type ClimbRule, climb, fallsApart, listRungs, rungAt, type Standing } from "./climb";

const rule: ClimbRule = { start: bpm(60), goal: bpm(100), cleanInRow: 3, ceiling: 120 };

function play(results: readonly Result[], given: ClimbRule = rule) {
  let standing = begin(given);
  const tempos: number[] = [];
  const changes: string[] = [];
  for (const result of results) {
    const next = climb(standing, result, given);
    standing = next.standing;
    tempos.push(standing.tempo);
    changes.push(next.change);
  }
  return { standing, tempos, changes };
}
const times = (count: number, result: Result): Result[] => Array.from({ length: count }, () => result);

describe("the tempo of a step", () => {
  it("rises after exactly three consecutive clean repeats", () => {
    expect(play(times(6, "clean")).tempos).toEqual([60, 60, 67, 67, 67, 74]);
    expect(play(["clean", "clean", "nearly", "clean", "clean"]).tempos.at(-1)).toBe(60);
    expect(play(["clean", "clean", "no", "clean", "clean", "clean"]).changes).toEqual([
      "stay",
      "stay",
      "stay",
      "stay",
      "stay",
      "up",
    ]);
  });

  it("falls after two consecutive misses, but never far below its start", () => {
    const up = times(9, "clean");
    const top = play(up).tempos.at(-1) as number;
    expect(play([...up, "no"]).tempos.at(-1)).toBe(top);
    expect(play([...up, "no", "no"]).tempos.at(-1)).toBeLessThan(top - 1);
    expect(play([...up, "no", "nearly", "no"]).tempos.at(-1)).toBe(top);
    expect(play(times(60, "no")).tempos.at(-1)).toBe(42);
  });

  it("climbs in smaller steps towards the ceiling, and in few of them", () => {
    const near = { start: bpm(110), goal: bpm(120), ceiling: 120 };
    expect([110, 112, 116, 119].map((tempo) => rungAt(tempo, near))).toEqual([3, 2, 2, 2]);
    expect(rungAt(100, { start: bpm(98), goal: bpm(104), ceiling: null })).toBe(6);
    expect(listRungs({ ...rule, start: bpm(60), goal: bpm(100) })).toEqual([60, 67, 74, 81, 88, 95, 100]);
    // Forty bpm above the ceiling aren't forty rungs.
    expect(listRungs({ ...rule, start: bpm(90), goal: bpm(140), ceiling: 100 })).toHaveLength(7);
  });

  it("never has more than seven values, for any start, goal and ceiling", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 20, max: 200 }),
        fc.integer({ min: 0, max: 200 }),
        fc.option(fc.integer({ min: 20, max: 400 })),
        (start, more, ceiling) => {
          const rungs = listRungs({ start: bpm(start), goal: bpm(start + more), cleanInRow: 3, ceiling });
          expect(rungs.length).toBeLessThanOrEqual(7);
          expect(rungs.at(-1)).toBe(start + more);
        },
      ),
    );
  });

  it("is passed after enough consecutive clean repeats at the goal, and stays passed", () => {
    const { standing, changes } = play(times(60, "clean"));
    expect(changes.filter((change) => change === "passed")).toHaveLength(1);
    expect(standing).toMatchObject({ tempo: 100, best: 100, passed: true });
    const after = climb(climb(standing, "no", rule).standing, "no", rule).standing;
    expect(after).toMatchObject({ passed: true, best: 100 });
    expect(after.tempo).toBeLessThan(100);
  });

  it("stays between floor and goal, and best is a tempo that was clean", () => {
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom(...RESULTS), { maxLength: 120 }),
        fc.integer({ min: 40, max: 90 }),
        fc.integer({ min: 0, max: 80 }),
        fc.option(fc.integer({ min: 30, max: 200 })),
        (results, start, more, ceiling) => {
          const given = { start: bpm(start), goal: bpm(start + more), cleanInRow: 3, ceiling };
          let standing: Standing = begin(given);
          const cleanAt = new Set<number>();
          for (const result of results) {
            if (result === "clean") cleanAt.add(standing.tempo);
            const before = standing;
            const { change, standing: after } = climb(standing, result, given);
            standing = after;
            expect(after.tempo).toBeGreaterThanOrEqual(Math.min(start, Math.max(20, Math.round(start * 0.7))));
            expect(after.tempo).toBeLessThanOrEqual(given.goal);
            if (change === "up") expect(after.tempo).toBeGreaterThan(before.tempo);
            else if (change === "down") expect(after.tempo).toBeLessThan(before.tempo);
            else expect(after.tempo).toBe(before.tempo);
          }
          if (standing.best !== null) expect(cleanAt.has(standing.best)).toBe(true);
        },
      ),
    );
  });

  it("falls apart when four of the last five are misses", () => {
    expect(fallsApart(play(["no", "no", "clean", "no", "no"]).standing)).toBe(true);
    expect(fallsApart(play(["no", "nearly", "clean", "no", "no"]).standing)).toBe(false);
    expect(fallsApart(play(times(4, "no")).standing)).toBe(false);
  });
});
