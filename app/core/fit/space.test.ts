import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { anyMeter } from "../testing/arbitraries";
import { barTicks, ticks } from "../time/time";
import { moveStart } from "./space";

const FOUR = { beats: 4, unit: 4 } as const;
const space = (start: number, length: number) => ({ start: ticks(start), length: ticks(length) });

describe("the space to fill with a new start", () => {
  test.each([
    ["a whole bar from the and of three ends at the bar line", space(0, 40_320), 25_200, space(25_200, 15_120)],
    ["and back again it is the whole bar", space(25_200, 15_120), 0, space(0, 40_320)],
    ["two bars go on to the second bar line", space(0, 80_640), 10_080, space(10_080, 70_560)],
    ["into another bar it keeps its length", space(0, 40_320), 40_320, space(40_320, 40_320)],
    ["what ends inside a bar keeps its length", space(0, 20_160), 10_080, space(10_080, 20_160)],
  ])("%s", (_, from, start, to) => {
    expect(moveStart(from, ticks(start), FOUR)).toEqual(to);
  });
  test("starts where you ask and never vanishes; an end on a bar line stays within the bar", () => {
    const steps = fc.nat(32);
    fc.assert(
      fc.property(anyMeter, steps, fc.integer({ min: 1, max: 32 }), steps, (meter, from, length, to) => {
        const before = space(from * 1_260, length * 1_260);
        const after = moveStart(before, ticks(to * 1_260), meter);
        expect(after.start).toBe(to * 1_260);
        expect(after.length).toBeGreaterThan(0);
        const bar = barTicks(meter);
        const end = before.start + before.length;
        const isSameBar = Math.floor(before.start / bar) === Math.floor(after.start / bar);
        if (end % bar === 0 && isSameBar && after.start < end) expect(after.start + after.length).toBe(end);
        else expect(after.length).toBe(before.length);
      }),
    );
  });
});
