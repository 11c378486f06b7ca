import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { readStickLine } from "../line/read";
import { anyMeter } from "../testing/arbitraries";
import { barTicks, bpm, type Meter, ticks } from "../time/time";
import { layOut } from "../timeline/timeline";
import { type Feel, followsSwing, HARDEST_SHARE, STRAIGHT, type Swing, swingAt, unswingAt } from "./feel";
import { judgeFeel } from "./feel-advice";

const FOUR_FOUR: Meter = { beats: 4, unit: 4 };
const anySwing: fc.Arbitrary<Swing> = fc.record({
  unit: fc.constantFrom(2 as const, 4 as const),
  share: fc.double({ min: 0.5, max: HARDEST_SHARE, noNaN: true }),
});

describe("swing", () => {
  test("worked out by hand: eighths as triplets, sixteenths at three to two", () => {
    const eighths: Swing = { unit: 2, share: 2 / 3 };
    expect([0, 2_520, 5_040, 7_560, 10_080].map((at) => Math.round(swingAt(at, eighths, FOUR_FOUR)))).toEqual([
      0, 3_360, 6_720, 8_400, 10_080,
    ]);
    const sixteenths: Swing = { unit: 4, share: 3 / 5 };
    expect([0, 2_520, 5_040, 7_560].map((at) => swingAt(at, sixteenths, FOUR_FOUR))).toEqual([0, 3_024, 5_040, 8_064]);
  });
  test("leaves the odd eighth at the end of 7/8 alone", () => {
    const seven: Meter = { beats: 7, unit: 8 };
    expect(swingAt(6.5 * 5_040, { unit: 2, share: 0.7 }, seven)).toBe(6.5 * 5_040);
  });
  test("is the identity when straight, keeps order and bar lines, and is reversible", () => {
    fc.assert(
      fc.property(
        anySwing,
        anyMeter,
        fc.integer({ min: -100_000, max: 400_000 }),
        fc.nat(9_000),
        (swing, meter, at, by) => {
          expect(swingAt(at, { ...swing, share: 0.5 }, meter)).toBeCloseTo(at, 6);
          expect(swingAt(at + by, swing, meter)).toBeGreaterThanOrEqual(swingAt(at, swing, meter) - 1e-6);
          expect(unswingAt(swingAt(at, swing, meter), swing, meter)).toBeCloseTo(at, 5);
          const bar = Math.round(at / barTicks(meter)) * barTicks(meter);
          expect(swingAt(bar, swing, meter)).toBeCloseTo(bar, 9);
          expect(Math.abs(swingAt(at, swing, meter) - at)).toBeLessThanOrEqual(10_080 / 4 + 1e-6);
        },
      ),
    );
  });
  test("affects rates that halve the beat, not others", () => {
    const follows = (slots: number, quarters = 1) => followsSwing({ slots, quarters });
    expect([1, 2, 4, 8, 16].every((slots) => follows(slots))).toBe(true);
    expect([3, 5, 6, 7, 9, 12].some((slots) => follows(slots))).toBe(false);
    expect(follows(4, 3)).toBe(false);
  });
});

describe("whether a line and a feel go together", () => {
  const shuffle: Feel = { swing: { unit: 2, share: 2 / 3 }, push: {} };
  const judge = (text: string, feel: Feel, follows = true) => {
    const { line } = readStickLine(text);
    if (!line) throw new Error(text);
    const window = { start: ticks(0), length: ticks(40_320) };
    return judgeFeel(layOut({ meter: FOUR_FOUR, tempo: bpm(60), window, line }), feel, follows);
  };
  test("straight in straight needs no advice, and neither does a fill that follows", () => {
    expect(judge("@4 RLRLx4", STRAIGHT)).toEqual([]);
    expect(judge("@2 RLRLRLRL", shuffle)).toEqual([]);
    expect(judge("@3 RLRx4", shuffle)).toEqual([]);
  });
  test("straight off-beats against a swung groove: the difference is reported", () => {
    const [note] = judge("@2 RLRL", shuffle, false);
    expect(note).toMatchObject({ kind: "beside", strokes: 2 });
    expect(note && "seconds" in note && note.seconds).toBeCloseTo(1 / 6, 6);
    expect(judge("@1 RLRL", shuffle, false)).toEqual([]);
  });
  test("triplets and straight eighths in one line only coincide in a shuffle", () => {
    expect(judge("@3 RLR @2 RL", STRAIGHT)[0]).toMatchObject({ kind: "mixed", strokes: 1 });
    expect(judge("@3 RLR @2 RL", shuffle)).toEqual([]);
    expect(judge("@3 RLR @1 RL", STRAIGHT)).toEqual([]);
  });
  test("long and short in fours is a swung line", () => {
    expect(judge("@4 R--Lx4", STRAIGHT)).toEqual([{ kind: "dotted", pairs: 4 }]);
    expect(judge("@4 R--Lx2 RLRL", STRAIGHT)).toEqual([]);
    expect(judge("@4 R--Lx4", shuffle)).toEqual([]);
  });
});
