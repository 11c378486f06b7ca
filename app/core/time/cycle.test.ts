import fc from "fast-check";
import { expect, test } from "vitest";
import { anyMeter, anyRate } from "../testing/arbitraries";
import { listCycleStarts, measureCycle } from "./cycle";
import { barTicks, type Meter, slotTicks, ticks } from "./time";

test("hand-worked: fives of sixteenths in 4/4, 7/8 and 3/4", () => {
  const five = ticks(5 * 2_520);
  expect(measureCycle(five, { beats: 4, unit: 4 })).toEqual({ repeats: 16, bars: 5 });
  expect(measureCycle(five, { beats: 7, unit: 8 })).toEqual({ repeats: 14, bars: 5 });
  expect(measureCycle(five, { beats: 5, unit: 4 })).toEqual({ repeats: 4, bars: 1 });
  expect(measureCycle(ticks(3 * 2_520), { beats: 3, unit: 4 })).toEqual({ repeats: 4, bars: 1 });
});

test("start positions of repeats, across bar lines", () => {
  const starts = listCycleStarts(ticks(7 * 2_520), { beats: 4, unit: 4 }, ticks(0), 5);
  expect(starts.map(({ at, bar }) => [at / 2_520, bar])).toEqual([
    [0, 0],
    [7, 0],
    [14, 0],
    [21, 1],
    [28, 1],
  ]);
});

test("the lcm law, compared with a twin that plays until it lines up", () => {
  fc.assert(
    fc.property(anyMeter, anyRate, fc.integer({ min: 1, max: 24 }), (meter: Meter, rate, size) => {
      const length = size * slotTicks(rate);
      const bar = barTicks(meter);
      let repeats = 1;
      while ((repeats * length) % bar !== 0) repeats++;
      expect(measureCycle(ticks(length), meter)).toEqual({ repeats, bars: (repeats * length) / bar });
    }),
  );
});

test("all starts of a cycle differ within the bar, one per repeat", () => {
  fc.assert(
    fc.property(anyMeter, anyRate, fc.integer({ min: 1, max: 24 }), (meter, rate, size) => {
      const length = ticks(size * slotTicks(rate));
      const { repeats } = measureCycle(length, meter);
      fc.pre(repeats < 600);
      const places = listCycleStarts(length, meter, ticks(0), 600).map(({ at }) => at % barTicks(meter));
      expect(new Set(places).size).toBe(repeats);
    }),
  );
});

test("only something with a length lines up", () => {
  expect(() => measureCycle(ticks(0), { beats: 4, unit: 4 })).toThrow(RangeError);
});
