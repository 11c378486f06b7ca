import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { anyMeter } from "../testing/arbitraries";
import {
  barTicks,
  beatPosition,
  beatTicks,
  bpm,
  formatMeter,
  formatRate,
  gcd,
  isCompound,
  lcm,
  locate,
  makeMeter,
  makeRate,
  nextBarLine,
  parseMeter,
  parseRate,
  quarterBpm,
  secondsToTicks,
  slotTicks,
  tempoUnitTicks,
  ticks,
  ticksToSeconds,
} from "./time";

describe("rates", () => {
  test.each([1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 12, 14, 15, 16, 18, 20, 21, 24, 28, 30, 32])(
    "%d to the quarter is exact",
    (slots) => {
      const rate = makeRate(slots);
      expect(rate).not.toBeNull();
      if (rate) expect(slotTicks(rate) * slots).toBe(10_080);
    },
  );
  test.each([1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 12, 14, 15, 16])("half a slot of %d is exact too", (slots) => {
    const rate = makeRate(slots);
    expect(rate && slotTicks(rate) % 2).toBe(0);
  });
  test.each([0, -1, 11, 13, 17, 1.5, 33, Number.NaN])("%d is refused", (slots) => expect(makeRate(slots)).toBeNull());
  test("fractions are in lowest terms", () => {
    expect(makeRate(6, 4)).toEqual({ slots: 3, quarters: 2 });
    expect(parseRate("3/2")).toEqual({ slots: 3, quarters: 2 });
    expect(formatRate({ slots: 3, quarters: 2 })).toBe("3/2");
    expect(makeRate(1, 9)).toBeNull();
    expect(parseRate("three")).toBeNull();
  });
});

describe("meters", () => {
  test("bars and beats of simple, compound and odd meters", () => {
    const cases = [
      ["4/4", 40_320, 10_080, 10_080],
      ["3/4", 30_240, 10_080, 10_080],
      ["6/8", 30_240, 15_120, 15_120],
      ["12/8", 60_480, 15_120, 15_120],
      ["7/8", 35_280, 5_040, 10_080],
      ["2/2", 40_320, 20_160, 20_160],
      ["6/16", 15_120, 7_560, 7_560],
      ["3/8", 15_120, 5_040, 10_080],
    ] as const;
    for (const [text, bar, beat, tempoUnit] of cases) {
      const meter = parseMeter(text);
      if (!meter) throw new Error(text);
      expect([formatMeter(meter), barTicks(meter), beatTicks(meter), tempoUnitTicks(meter)]).toEqual([
        text,
        bar,
        beat,
        tempoUnit,
      ]);
    }
  });
  test("invalid meters are refused", () => {
    expect(makeMeter(4, 3)).toBeNull();
    expect(makeMeter(0, 4)).toBeNull();
    expect(makeMeter(33, 4)).toBeNull();
    expect(parseMeter("4:4")).toBeNull();
  });
  test("beats fill the bar", () => {
    fc.assert(
      fc.property(anyMeter, (meter) => {
        expect(barTicks(meter) % beatTicks(meter)).toBe(0);
        expect(isCompound(meter)).toBe(beatTicks(meter) * meter.beats === 3 * barTicks(meter));
      }),
    );
  });
});

test("splitting a position and recombining it is the identity", () => {
  fc.assert(
    fc.property(anyMeter, fc.integer({ min: 0, max: 2_000_000 }), (meter, at) => {
      const { bar, beat, rest } = locate(ticks(at), meter);
      expect(bar * barTicks(meter) + beat * beatTicks(meter) + rest).toBe(at);
      expect(rest).toBeLessThan(beatTicks(meter));
      const next = nextBarLine(ticks(at), meter);
      expect(next % barTicks(meter)).toBe(0);
      expect(next - at).toBeGreaterThanOrEqual(0);
      expect(next - at).toBeLessThan(barTicks(meter));
    }),
  );
});

test("seconds and ticks agree, and a thirty-second at 75 lasts as long as a sixteenth at 150", () => {
  const meter = { beats: 4, unit: 4 } as const;
  expect(ticksToSeconds(1_260, bpm(75), meter)).toBeCloseTo(ticksToSeconds(2_520, bpm(150), meter), 12);
  expect(ticksToSeconds(10_080, bpm(60), meter)).toBe(1);
  expect(ticksToSeconds(15_120, bpm(60), { beats: 6, unit: 8 })).toBe(1);
  expect(quarterBpm(bpm(60), { beats: 6, unit: 8 })).toBe(90);
  fc.assert(
    fc.property(
      anyMeter,
      fc.integer({ min: 20, max: 400 }),
      fc.integer({ min: 0, max: 500_000 }),
      (meter, tempo, span) => {
        expect(secondsToTicks(ticksToSeconds(span, bpm(tempo), meter), bpm(tempo), meter)).toBe(span);
      },
    ),
  );
});

test("a position in the beat is counted in slots if they fit, otherwise as a fraction", () => {
  const four = { beats: 4, unit: 4 } as const;
  expect(beatPosition(ticks(12_600), ticks(2_520), four)).toEqual({ beat: 1, numerator: 1, denominator: 4 });
  expect(beatPosition(ticks(6_720), ticks(6_720), four)).toEqual({ beat: 0, numerator: 2, denominator: 3 });
});

test("tempo is clamped, and nonsense throws", () => {
  expect([bpm(5), bpm(9_999), bpm(91.5)]).toEqual([20, 400, 91.5]);
  expect(() => bpm(Number.NaN)).toThrow(RangeError);
  expect(() => ticks(0.5)).toThrow(RangeError);
  expect(Object.is(ticks(-0), 0)).toBe(true);
});

test("least common multiple, against counting up", () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 60 }), fc.integer({ min: 1, max: 60 }), (a, b) => {
      let counted = a;
      while (counted % b !== 0) counted += a;
      expect(lcm(a, b)).toBe(counted);
      expect(gcd(a, b) * lcm(a, b)).toBe(a * b);
    }),
  );
});
