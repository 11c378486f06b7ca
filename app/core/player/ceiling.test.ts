import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { armsCross } from "../kit/arms";
import { basePlace, distanceBetween, type Kit, mirrorKit, targetWidth } from "../kit/kit";
import { readStickLine } from "../line/read";
import { type Line, mirrorLine } from "../phrase/phrase";
import { isHand, LIMBS, type Limb, otherHand, type Place } from "../stroke/stroke";
import { anyLine, anyMeter } from "../testing/arbitraries";
import { anyKit, anyLimits, FOUR_PIECE } from "../testing/kits";
import { barTicks, bpm, type Meter, tempoUnitTicks, ticks } from "../time/time";
import { FLAM_SECONDS, layOut, type Timeline } from "../timeline/timeline";
import {
  type Ceiling,
  findCeiling,
  findFixedCeiling,
  findOtherPlace,
  listDemands,
  listMotions,
  measurePace,
} from "./ceiling";
import { type Limits, limitsOf } from "./limits";
import { makePlayer } from "./player";

const FOUR_FOUR: Meter = { beats: 4, unit: 4 };
const WORKING = limitsOf("working", "R");

function lineOf(text: string): Line {
  const { line } = readStickLine(text);
  if (!line) throw new Error(`cannot be read: ${text}`);
  return line;
}

function laid(line: Line, kit: Kit, meter = FOUR_FOUR, tempo = 100): Timeline {
  return layOut({ meter, tempo: bpm(tempo), window: { start: ticks(0), length: barTicks(meter) }, line }, kit);
}

function ceilingOf(text: string, kit = FOUR_PIECE, limits = WORKING): Ceiling {
  const found = findCeiling(laid(lineOf(text), kit), makePlayer(kit, limits));
  if (!found) throw new Error("no ceiling");
  return found;
}

/** Short enough for twins that try everything. */
const shortLine = anyLine.filter((line) => laid(line, FOUR_PIECE).slots.length <= 48);

interface Played {
  readonly limb: Limb;
  readonly place: Place;
  readonly at: number;
  readonly lead: number;
  /** Which moment it falls on. */
  moment: number;
}

/**
 * The twin: compares all pairs of strokes, finds the quickest ways stop by stop, and asks at a tempo whether every stroke
 * comes late enough in seconds.
 */
function makeTwin(timeline: Timeline, kit: Kit, limits: Limits): (tempo: number) => boolean {
  const played: Played[] = [];
  for (const event of timeline.events) {
    const { at, place } = event;
    if (event.grace !== undefined) continue;
    if (event.graces > 0 && isHand(event.limb)) {
      const lead = event.graces * FLAM_SECONDS;
      played.push({ limb: otherHand(event.limb), place: event.gracePlace ?? place, at, lead, moment: 0 });
    }
    played.push({ limb: event.limb, place, at, lead: 0, moment: 0 });
  }
  played.sort((a, b) => a.at - b.at || b.lead - a.lead);
  const moments = [...new Set(played.map(({ at, lead }) => `${at} ${lead}`))];
  for (const one of played) one.moment = moments.indexOf(`${one.at} ${one.lead}`);

  const at = (place: Place) => kit.surfaces.find((surface) => surface.place === basePlace(place));
  /** The quickest way over any number of stops, one stop more at a time. */
  const quickest = (limb: Limb, from: Place, to: Place): number => {
    const [a, b] = [at(from), at(to)];
    if (!a || !b || a === b) return 0;
    const { base, perBit } = limits.limbs[limb];
    const stops = kit.surfaces.filter(({ player }) => (player === "hands") === isHand(limb));
    let times = stops.map((stop) => (stop === a ? 0 : Number.POSITIVE_INFINITY));
    for (let round = 0; round < stops.length; round++) {
      const before = times;
      times = stops.map((stop) =>
        stops.reduce((least, other, index) => {
          const step = base + perBit * Math.log2(distanceBetween(other, stop) / targetWidth(stop) + 1);
          return Math.min(least, (before[index] as number) + (other === stop ? 0 : step));
        }, Number.POSITIVE_INFINITY),
      );
    }
    return times[stops.indexOf(b)] ?? 0;
  };
  const rules: { from: Played; to: Played; need: number }[] = [];
  for (const limb of LIMBS) {
    const own = played.filter((one) => one.limb === limb);
    const { double, burst, single } = limits.limbs[limb];
    for (const [i, from] of own.entries()) {
      for (const [further, to] of own.slice(i + 1).entries()) {
        const strokes = further + 1;
        const needs: number[] = [];
        if (strokes === 1) needs.push(double, quickest(limb, from.place, to.place));
        if (strokes === 2) needs.push(double + burst);
        if (strokes === 8) needs.push(4 * (double + single));
        let motions = 1;
        let run = 1;
        for (let k = i + 1; k <= i + strokes; k++) {
          run = own[k]?.moment === (own[k - 1]?.moment ?? 0) + 1 ? run + 1 : 1;
          if (run % 2 === 1) motions++;
        }
        if (motions <= 4) needs.push((motions - 1) * burst);
        if (motions === 5) needs.push(4 * single);
        for (const need of needs) if (need > 0) rules.push({ from, to, need });
      }
    }
  }
  const hands = played.filter(({ limb }) => isHand(limb));
  for (const [index, to] of hands.entries()) {
    const from = hands.slice(0, index).findLast(({ limb }) => limb !== to.limb);
    if (!from || from.at === to.at) continue;
    const [right, left] = to.limb === "R" ? [at(to.place), at(from.place)] : [at(from.place), at(to.place)];
    if (right && left && armsCross(right, left)) rules.push({ from, to, need: limits.cross });
  }
  return (tempo) => {
    const second = 60 / (tempo * tempoUnitTicks(timeline.meter));
    return rules.every(({ from, to, need }) => to.at * second - to.lead - (from.at * second - from.lead) >= need);
  };
}

/** The highest playable tempo between 0 and a million, by halving. */
function bisect(timeline: Timeline, kit: Kit, limits: Limits): number {
  const isPlayableAt = makeTwin(timeline, kit, limits);
  let [low, high] = [0, 1e6];
  if (isPlayableAt(high)) return high;
  for (let step = 0; step < 100 && (high - low) / high > 1e-9; step++) {
    const middle = (low + high) / 2;
    if (isPlayableAt(middle)) low = middle;
    else high = middle;
  }
  return low;
}

describe("the ceiling", () => {
  test("by hand: one hand from snare to floor tom in eighths", () => {
    const { bpm: found, bottleneck } = ceilingOf("@2 R/snR/f1");
    const [snare, floor] = ["sn", "f1"].map((place) => FOUR_PIECE.surfaces.find((one) => one.place === place));
    if (!snare || !floor) throw new Error("the kit has both");
    const need = 0.05 + 0.085 * Math.log2(distanceBetween(snare, floor) / targetWidth(floor) + 1);
    expect(bottleneck).toMatchObject({ kind: "move", limb: "R", from: { slot: 0 }, to: { slot: 1 } });
    expect(found).toBeCloseTo(30 / need, 9);
  });

  test("by hand: sixteenths hand to hand on one drum are kept up at the weak hand's singles", () => {
    const { bpm: found, bottleneck } = ceilingOf("@4 RLRLRLRLRLRLRLRL");
    expect(bottleneck).toMatchObject({ kind: "singles", limb: "L" });
    // Five strokes of the left hand, two sixteenths apart, at 6 / 1.08 a second.
    expect(found).toBeCloseTo((30 * 6) / 1.08, 9);
  });

  test("by hand: doubles are faster than singles, and limited by the rebound", () => {
    const { bpm: found, bottleneck } = ceilingOf("@4 RRLLRRLLRRLLRRLL");
    expect(bottleneck).toMatchObject({ kind: "double", limb: "L" });
    expect(found).toBeCloseTo((15 * 13) / 1.08, 9);
    expect(found).toBeGreaterThan(ceilingOf("@4 RLRLRLRLRLRLRLRL").bpm);
  });

  test("by hand: crossed hands in sixteenths need the time to clear", () => {
    const found = ceilingOf("@8 R/hhLR/hhL", FOUR_PIECE, { ...WORKING, cross: 0.09 as Limits["cross"] });
    expect(found.bottleneck).toMatchObject({ kind: "cross" });
    expect(found.bpm).toBeCloseTo(7.5 / 0.09, 9);
  });

  test("by hand: a flam's grace note comes before its stroke", () => {
    const flat = ceilingOf("@4 L'R-");
    expect(flat.bottleneck).toMatchObject({ kind: "double", limb: "L" });
    expect(flat.bpm).toBeCloseTo(15 / (1.08 / 13 + FLAM_SECONDS), 9);
  });

  test("is null where no limb plays twice", () => {
    expect(findCeiling(laid(lineOf("RLK"), FOUR_PIECE), makePlayer(FOUR_PIECE, WORKING))).toBeNull();
  });

  test("is what bisection finds, to a millionth", () => {
    fc.assert(
      fc.property(shortLine, anyMeter, anyKit, anyLimits, (line, meter, kit, limits) => {
        const timeline = laid(line, kit, meter);
        const found = findCeiling(timeline, makePlayer(kit, limits))?.bpm ?? 1e6;
        const expected = bisect(timeline, kit, limits);
        expect(Math.abs(Math.min(found, 1e6) - expected) / expected).toBeLessThan(1e-6);
      }),
      { numRuns: 40 },
    );
  });

  test("is the least of all demands", () => {
    fc.assert(
      fc.property(shortLine, anyKit, anyLimits, (line, kit, limits) => {
        const timeline = laid(line, kit);
        const player = makePlayer(kit, limits);
        const least = Math.min(...listDemands(timeline, player).map((demand) => demand.bpm));
        expect(findCeiling(timeline, player)?.bpm ?? Number.POSITIVE_INFINITY).toBe(least);
        const fixed = findFixedCeiling(listMotions(timeline), timeline.meter, player)?.bpm ?? Number.POSITIVE_INFINITY;
        expect(fixed).toBeGreaterThanOrEqual(least);
      }),
      { numRuns: 60 },
    );
  });

  test("a larger distance never raises it", () => {
    fc.assert(
      fc.property(shortLine, anyKit, anyLimits, fc.double({ min: 1, max: 3, noNaN: true }), (line, kit, limits, by) => {
        const wider: Kit = {
          surfaces: kit.surfaces.map((one) => ({ ...one, x: one.x * by, y: one.y * by, height: one.height * by })),
        };
        // Without crossings: arms to farther surfaces may lie otherwise.
        const open = { ...limits, cross: 0 as Limits["cross"] };
        const before = findCeiling(laid(line, kit), makePlayer(kit, open))?.bpm ?? Number.POSITIVE_INFINITY;
        const after = findCeiling(laid(line, wider), makePlayer(wider, open))?.bpm ?? Number.POSITIVE_INFINITY;
        expect(after).toBeLessThanOrEqual(before * (1 + 1e-12));
      }),
      { numRuns: 60 },
    );
  });

  test("is the same for the mirror of kit, line and hands", () => {
    fc.assert(
      fc.property(shortLine, anyKit, fc.constantFrom("R" as const, "L" as const), (line, kit, strong) => {
        const ours = findCeiling(laid(line, kit), makePlayer(kit, limitsOf("working", strong)));
        const mirrored = mirrorKit(kit);
        const timeline = laid(mirrorLine(line), mirrored);
        const theirs = findCeiling(timeline, makePlayer(mirrored, limitsOf("working", otherHand(strong))));
        expect(theirs?.bpm ?? 0).toBeCloseTo(ours?.bpm ?? 0, 6);
      }),
      { numRuns: 60 },
    );
  });

  test("removing a stroke never lowers it", () => {
    fc.assert(
      fc.property(shortLine, anyKit, anyLimits, fc.nat(), (line, kit, limits, pick) => {
        const timeline = laid(line, kit);
        const player = makePlayer(kit, limits);
        const events = timeline.events.filter((event) => event.grace === undefined);
        const gone = events[pick % Math.max(1, events.length)];
        const fewer = { ...timeline, events: events.filter((event) => event !== gone) };
        const before = findCeiling(timeline, player)?.bpm ?? Number.POSITIVE_INFINITY;
        const after = findCeiling(fewer, player)?.bpm ?? Number.POSITIVE_INFINITY;
        expect(after).toBeGreaterThanOrEqual(before * (1 - 1e-12));
      }),
      { numRuns: 150 },
    );
  });

  test("another place for the stroke in the way raises it", () => {
    const text = "@4 R/snL/snR/f1L/snR/snL/snR/f1L/sn";
    const timeline = laid(lineOf(text), FOUR_PIECE);
    const player = makePlayer(FOUR_PIECE, WORKING);
    const ceiling = findCeiling(timeline, player);
    expect(ceiling?.bottleneck.kind).toBe("move");
    const other = ceiling && findOtherPlace(timeline, player, ceiling);
    expect(other?.bpm).toBeGreaterThan(ceiling?.bpm ?? 0);
  });
});

describe("the player's own numbers", () => {
  test("stand in place of the estimates, and are never slower in a double than in singles", () => {
    const own = limitsOf("learner", "R", { R: { single: 9 }, K: { double: 10, single: 4 } });
    expect(own.limbs.R.single).toBeCloseTo(1 / 9, 12);
    expect(own.limbs.R.double).toBeLessThanOrEqual(own.limbs.R.single);
    expect(own.limbs.K.double).toBeCloseTo(0.1, 12);
    expect(own.limbs.L).toEqual(limitsOf("learner", "R").limbs.L);
    expect(own.cross).toBeLessThanOrEqual(Math.min(own.limbs.R.double, own.limbs.L.double));
  });

  test("the pace of each limb, doubles apart", () => {
    // Sixteenths at 60: four a second. The right hand: a double, then one three slots on.
    const pace = measurePace(laid(lineOf("@4 RRLLRK"), FOUR_PIECE, FOUR_FOUR, 60));
    const right = pace.find(({ limb }) => limb === "R");
    expect(right).toMatchObject({ strokes: 3 });
    expect(right?.doubles).toBeCloseTo(4, 9);
    expect(right?.singles).toBeCloseTo(4 / 3, 9);
    expect(right?.average).toBeCloseTo(2, 9);
    expect(pace.find(({ limb }) => limb === "K")).toMatchObject({ strokes: 1, singles: null, doubles: null });
  });
});
