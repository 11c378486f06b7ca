import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { formatLine, readStickLine } from "../line";
import { readCell } from "../moves";
import { WORKING as player } from "../testing/kits";
import { barTicks, bpm, parseMeter, slotTicks, ticks } from "../time";
import { differenceOf, drawGridLines, type ExerciseRequest, gradeExercises, gradeSet, listCellLines } from ".";

const METER = parseMeter("4/4") ?? { beats: 4, unit: 4 };
const BAR = barTicks(METER);
const SIXTEENTHS = { slots: 4, quarters: 1 };

const candidate = fc.record({
  signs: fc.array(fc.constantFrom("R", "L", "K", "-"), { minLength: 6, maxLength: 6 }),
  bpm: fc.option(fc.integer({ min: 40, max: 240 }), { nil: null }),
});

describe("a graded set", () => {
  test("goes from easy to hard, has the requested size at most, and keeps any two apart, replacements included", () => {
    fc.assert(
      fc.property(
        fc.array(candidate, { maxLength: 40 }),
        fc.integer({ min: 1, max: 12 }),
        fc.integer({ min: 1, max: 4 }),
        (all, count, wanted) => {
          const { items, apart } = gradeSet(all, count, wanted);
          const chosen = items.map((item) => item.chosen);
          expect(chosen.length).toBeLessThanOrEqual(count);
          const paces = chosen.map((one) => one.bpm ?? 1e9);
          expect(paces).toEqual(paces.toSorted((a, b) => b - a));
          for (const [at, { chosen: one, instead }] of items.entries()) {
            const others = chosen.filter((_, other) => other !== at);
            for (const other of others) {
              expect(differenceOf(one, other)).toBeGreaterThanOrEqual(apart);
              for (const stand of instead) expect(differenceOf(stand, other)).toBeGreaterThanOrEqual(apart);
            }
          }
          // As good as possible: if there are enough different candidates, the set is full.
          const different = new Set(all.map(({ signs }) => signs.join(""))).size;
          if (apart === 1) expect(chosen.length).toBe(Math.min(count, different));
        },
      ),
    );
  });

  test("reaches from the easiest to the hardest", () => {
    const all = Array.from({ length: 20 }, (_, at) => ({ signs: [...`${at}`.padStart(4, "x")], bpm: 60 + 5 * at }));
    const paces = gradeSet(all, 5, 1).items.map(({ chosen }) => chosen.bpm);
    expect(paces[0]).toBe(155);
    expect(paces.at(-1)).toBe(60);
    for (const [at, pace] of paces.slice(1).entries()) {
      expect((paces[at] ?? 0) - pace).toBeGreaterThanOrEqual(15);
      expect((paces[at] ?? 0) - pace).toBeLessThanOrEqual(30);
    }
  });

  test("from nothing is empty", () => {
    expect(gradeSet([], 5, 3)).toEqual({ items: [], apart: 3 });
  });
});

describe("sources of exercises", () => {
  test("by the grid, a position always has the same hand", () => {
    for (const line of drawGridLines(16, SIXTEENTHS, 50, 7, { lead: "R", kicks: true, rests: true })) {
      const signs = formatLine(line)
        .replace(/^@\S+ /, "")
        .replace(/[\s>]|x\d+/g, "");
      if (/x\d/.test(formatLine(line))) continue;
      for (const [at, sign] of [...signs].entries()) expect(["K", "-", at % 2 === 0 ? "R" : "L"]).toContain(sign);
    }
    const left = drawGridLines(4, SIXTEENTHS, 1, 7, { lead: "L", kicks: false, rests: false }).map((line) =>
      formatLine(line),
    );
    expect(left[0]?.replace(/>/g, "")).toContain("LRLR");
  });

  test("from a cell, every line fills the space, and all differ", () => {
    const lines = listCellLines(readCell("RLRR") ?? [], 8, SIXTEENTHS, 100);
    expect(lines).toHaveLength(100);
    expect(new Set(lines.map((line) => formatLine(line))).size).toBe(100);
    expect(formatLine(lines[0] ?? [])).toContain("RLRR");
  });
});

describe("exercises for a space", () => {
  const request = (given: Partial<ExerciseRequest>): ExerciseRequest => ({
    source: { kind: "grid", options: { lead: "R", kicks: true, rests: true } },
    meter: METER,
    rate: SIXTEENTHS,
    tempo: bpm(80),
    spaces: [{ start: ticks(BAR / 2), length: ticks(BAR / 2) }],
    count: 12,
    seed: 1,
    ...given,
  });

  test("by the grid: twelve from each of three positions in the bar", () => {
    const starts = [5, 3, 1].map((eighths) => (BAR / 8) * eighths);
    const spaces = starts.map((start) => ({ start: ticks(start), length: ticks(BAR - start) }));
    const sets = gradeExercises(request({ spaces }), player);
    expect(sets.map(({ items }) => items.length)).toEqual([12, 12, 12]);
    for (const { space, items, apart } of sets) {
      expect(apart).toBeGreaterThanOrEqual(1);
      for (const { chosen } of items) {
        expect(readStickLine(chosen.text).line).not.toBeNull();
        expect(chosen.signs).toHaveLength(space.length / slotTicks(SIXTEENTHS));
      }
      expect(items.some(({ instead }) => instead.length > 0)).toBe(true);
    }
    expect(gradeExercises(request({ spaces }), player)).toEqual(sets);
  });

  test("from a search: within its rules", () => {
    const pool = ["RLK", "RLRR", "RLRRL"].map((text) => ({
      cell: readCell(text) ?? [],
      mirrors: true,
      rotations: false,
      least: 0,
      most: null,
    }));
    const whole = { start: ticks(0), length: BAR };
    const spec = {
      meter: METER,
      rate: SIXTEENTHS,
      tempo: bpm(80),
      window: whole,
      pool,
      rules: [{ kind: "ends", who: "K" } as const],
    };
    const [set] = gradeExercises(request({ source: { kind: "search", spec }, spaces: [whole], count: 24 }), player);
    expect(set?.items).toHaveLength(24);
    for (const item of set?.items ?? []) expect(item.chosen.signs.at(-1)).toBe("K");
  });

  test("a space the note value doesn't fill has none", () => {
    const [set] = gradeExercises(request({ spaces: [{ start: ticks(0), length: ticks(1_000) }] }), player);
    expect(set?.items).toEqual([]);
  });
});
