import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { makeRandom } from "../graph/count";
import { runs } from "../testing/seed";
import { seconds } from "../time/time";
import { fitDoubles, fitLatency, fitReach, fitSingles } from "./calibrate";

/** Stroke times with these gaps, each off by up to `jitter` seconds. */
function strokes(gaps: readonly number[], jitter: number, seed: number) {
  const random = makeRandom(seed);
  let at = 0;
  return [0, ...gaps].map((gap) => {
    at += gap;
    return seconds(at + (random() / 2 ** 32 - 0.5) * 2 * jitter);
  });
}
const same = (gap: number, count: number) => Array.from({ length: count }, () => gap);

describe("a test of a limb", () => {
  it("finds the rate of singles within its margin, despite pauses and double triggers", () => {
    let missed = 0;
    fc.assert(
      fc.property(fc.integer({ min: 3, max: 12 }), fc.integer({ min: 1, max: 500 }), (rate, seed) => {
        const gaps = same(1 / rate, 40).map((gap, index) => (index === 20 ? gap * 3 : gap));
        const times = strokes(gaps, 0.004, seed);
        const fitted = fitSingles([...times, seconds((times[5] as number) + 0.008)]);
        expect(fitted).not.toBeNull();
        if (Math.abs((fitted?.value ?? 0) - rate) > (fitted?.margin ?? 0)) missed++;
        expect(fitted?.value).toBeGreaterThan(rate * 0.93);
        expect(fitted?.value).toBeLessThan(rate * 1.07);
      }),
      runs(200),
    );
    expect(missed).toBeLessThan(40);
  });

  it("finds doubles by the gaps between them", () => {
    const pairs = Array.from({ length: 20 }, () => [0.08, 0.2]).flat();
    expect(fitDoubles(strokes(pairs, 0.002, 7))?.value).toBeCloseTo(1 / 0.08, 0);
    // Singles aren't doubles.
    expect(fitDoubles(strokes(same(0.1, 30), 0.002, 7))).toBeNull();
  });

  it("gives no result for too few strokes", () => {
    expect(fitSingles(strokes(same(0.1, 5), 0, 1))).toBeNull();
    expect(fitDoubles(strokes(same(0.1, 5), 0, 1))).toBeNull();
    expect(fitReach([], { base: 0.05, perBit: 0.08 })).toBeNull();
    expect(fitLatency([seconds(0.02)])).toBeNull();
  });

  it("fits the constants of reach to two distances, and scales the estimates to one", () => {
    const run = (distance: number, width: number, seed: number) => ({
      distance,
      width,
      times: strokes(same(0.06 + 0.1 * Math.log2(distance / width + 1), 24), 0.003, seed),
    });
    const two = fitReach([run(30, 30, 1), run(90, 30, 2)], { base: 0.05, perBit: 0.085 });
    expect(two?.isScaled).toBe(false);
    expect(two?.perBit.value).toBeCloseTo(0.1, 2);
    expect(two?.base.value).toBeCloseTo(0.06, 2);
    const one = fitReach([run(60, 30, 3)], { base: 0.05, perBit: 0.085 });
    const bits = Math.log2(3);
    expect(one?.isScaled).toBe(true);
    expect((one?.base.value ?? 0) + (one?.perBit.value ?? 0) * bits).toBeCloseTo(0.06 + 0.1 * bits, 2);
    expect(one?.perBit.margin).toBeGreaterThan(two?.perBit.margin ?? 1);
  });

  it("finds the latency despite a few wild taps", () => {
    const offsets = [...same(0.042, 14).map((value, index) => value + (index % 3) * 0.002), 0.3, -0.2].map(seconds);
    expect(fitLatency(offsets)?.value).toBeCloseTo(0.044, 2);
  });
});
