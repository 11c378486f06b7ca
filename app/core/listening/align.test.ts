import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { expectLine } from "../testing/expecting";
import { runs } from "../testing/seed";
import { seconds } from "../time/time";
import { alignHits, EXTRA_COST, MISSED_COST, pairCost } from "./align";
import type { Expected } from "./expect";
import { cleanHits, DOUBLE_TRIGGER, type Hit } from "./hit";

/** Tries every pairing. */
function cheapestByTrying(strokes: readonly Expected[], hits: readonly Hit[]): number {
  const [first, ...rest] = strokes;
  if (!first) return hits.length * EXTRA_COST;
  let least = MISSED_COST + cheapestByTrying(rest, hits);
  for (const hit of hits) {
    const cost = pairCost(first, hit);
    if (cost === null) continue;
    const left = hits.filter((other) => other !== hit);
    least = Math.min(least, cost + cheapestByTrying(rest, left));
  }
  return least;
}

const anyHit = (most: number): fc.Arbitrary<Hit> =>
  fc.record({
    at: fc.integer({ min: -100, max: most }).map((ms) => seconds(ms / 1000)),
    place: fc.constantFrom("sn", "t1", "kk", null),
    limb: fc.constantFrom("R", "L", "K", null),
    velocity: fc.constant(null),
  });

const hit = (at: number, place: Hit["place"] = null, limb: Hit["limb"] = null): Hit => ({
  at: seconds(at),
  place,
  limb,
  velocity: null,
});

describe("aligning hits", () => {
  it("costs exactly as much as the best of all ways", () => {
    const lines = ["@4 RLK-", "@8 RL(RK)L", "@4 (RK)(LK)", "@8 'RLK", "@12 RLKRL"];
    fc.assert(
      fc.property(fc.constantFrom(...lines), fc.array(anyHit(700), { maxLength: 6 }), (line, drawn) => {
        const { strokes } = expectLine(line, 120);
        const hits = drawn.toSorted((a, b) => a.at - b.at);
        const found = alignHits(strokes, hits);
        expect(found.cost).toBeCloseTo(cheapestByTrying(strokes, hits), 9);
      }),
      runs(400),
    );
  });

  it("accounts for every stroke and every hit once", () => {
    fc.assert(
      fc.property(fc.array(anyHit(2700), { maxLength: 40 }), (drawn) => {
        const { strokes } = expectLine("@4 >RLRL(RK)LKK'RLLK>RlrK");
        const hits = drawn.toSorted((a, b) => a.at - b.at);
        const { pairs, missed, extra } = alignHits(strokes, hits);
        const told = [...pairs.map(({ expected }) => expected.index), ...missed.map(({ index }) => index)];
        expect(told.toSorted((a, b) => a - b)).toEqual(strokes.map(({ index }) => index));
        expect(new Set([...pairs.map((pair) => pair.hit), ...extra]).size).toBe(hits.length);
        for (const { offset, expected } of pairs) expect(Math.abs(offset)).toBeLessThanOrEqual(expected.reach);
      }),
    );
  });

  it("pairs a unison in either order, and never takes a pedal for a hand", () => {
    const { strokes } = expectLine("@4 (RK)-L-");
    const { pairs, missed, extra } = alignHits(strokes, [hit(0.005, "kk"), hit(0.02, "sn"), hit(0.34, "kk")]);
    expect(pairs.map(({ expected, hit: played }) => [expected.limb, played.place])).toEqual([
      ["R", "sn"],
      ["K", "kk"],
    ]);
    expect(missed.map(({ limb }) => limb)).toEqual(["L"]);
    expect(extra).toHaveLength(1);
  });

  it("prefers a wrong surface to a missed and an extra stroke", () => {
    const { strokes } = expectLine("@4 RLR/t1L");
    const { pairs, missed } = alignHits(strokes, [hit(0, "sn"), hit(0.17, "sn"), hit(0.33, "sn"), hit(0.5, "sn")]);
    expect(missed).toHaveLength(0);
    expect(pairs[2]?.expected.place).toBe("t1");
  });
});

describe("reported hits", () => {
  it("count once when a pad triggers twice, in any order", () => {
    const { hits, echoes } = cleanHits([hit(0.2, "sn"), hit(0.011, "sn"), hit(0, "sn"), hit(0.012, "kk")]);
    expect(echoes).toHaveLength(1);
    expect(hits.map(({ at, place }) => [at, place])).toEqual([
      [0, "sn"],
      [0.012, "kk"],
      [0.2, "sn"],
    ]);
    expect(cleanHits([hit(0, "sn"), hit(DOUBLE_TRIGGER, "sn")]).echoes).toEqual([]);
    const flam = [
      { ...hit(0, "sn"), velocity: 90 },
      { ...hit(0.012, "sn"), velocity: 88 },
    ];
    expect(cleanHits(flam).echoes).toEqual([]);
  });
});
