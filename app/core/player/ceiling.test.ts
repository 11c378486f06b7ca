import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { armsCross } from "../kit/arms";
import { basePlace, distanceBetween, type Kit, mirrorKit, targetWidth } from "../kit/kit";
import { type Line, mirrorLine } from "../phrase/phrase";
import { isHand, type KitVoice, LIMBS, type Limb, otherHand } from "../stroke/stroke";
import { anyLine, anyMeter } from "../testing/arbitraries";
import { anyKit, anyLimits, FOUR_PIECE } from "../testing/kits";
import { lineOf } from "../testing/lines";
import { runs } from "../testing/seed";
import { barTicks, bpm, type Meter, tempoUnitTicks, ticks } from "../time/time";
import { FLAM_SECONDS, layOut, type Timeline } from "../timeline/timeline";
import { type Ceiling, findCeiling, findFixedCeiling, findOtherPlace } from "./ceiling";
import { listDemands } from "./demands";
import { type Limits, limitsOf, PLAYER_LEVELS } from "./limits";
import { listMotions } from "./motions";
import { makePlayer } from "./player";

const FOUR_FOUR: Meter = { beats: 4, unit: 4 };
const WORKING = limitsOf("working", "R");

function laid(line: Line, kit: Kit, meter = FOUR_FOUR, tempo = 100): Timeline {
  return layOut({ meter, tempo: bpm(tempo), window: { start: ticks(0), length: barTicks(meter) }, line }, kit);
}

function ceilingOf(text: string, kit = FOUR_PIECE, limits = WORKING): Ceiling {
  const found = findCeiling(laid(lineOf(text), kit), makePlayer(kit, limits));
  if (!found) throw new Error("no ceiling");
  return found;
}

/** Short enough for exhaustive twins. */
const shortLine = anyLine.filter((line) => laid(line, FOUR_PIECE).slots.length <= 48);

interface Played {
  readonly limb: Limb;
  readonly place: KitVoice;
  readonly at: number;
  readonly lead: number;
  readonly slot: number;
  readonly part: number;
  readonly parts: number;
  readonly isBuzz: boolean;
  readonly chokedAt: number | null;
}

/** Minimum duration of a number of ticks, in seconds. */
interface Rule {
  readonly ticks: number;
  readonly need: number;
}

/** The twin: states every rule in plain form over all strokes, and checks them at a tempo. */
function makeTwin(timeline: Timeline, kit: Kit, limits: Limits): (tempo: number) => boolean {
  const played: Played[] = [];
  for (const event of timeline.events) {
    const { at, place, duration, slot, part, parts, technique, limb } = event;
    if (event.grace !== undefined) continue;
    const shared = { at, slot, part, parts };
    if (event.graces > 0 && isHand(limb)) {
      const lead = event.graces * FLAM_SECONDS;
      const grace = { limb: otherHand(limb), place: event.gracePlace ?? place, lead, isBuzz: false, chokedAt: null };
      played.push({ ...shared, ...grace, parts: 1 });
    }
    const chokedAt = technique === "choke" ? at + duration / 2 : null;
    played.push({ ...shared, limb, place, lead: 0, isBuzz: technique === "buzz", chokedAt });
  }
  played.sort((a, b) => a.at - b.at || b.lead - a.lead);
  const main = played.filter(({ lead }) => lead === 0);
  /** For a slot that this limb has to itself. */
  const bounces = (one: Played) =>
    one.lead === 0 && one.parts > 1 && main.every(({ slot, limb }) => slot !== one.slot || limb === one.limb);
  const isRebound = (one: Played) =>
    bounces(one) && main.some(({ slot, part }) => slot === one.slot && part < one.part);
  const together = (a: Played, b: Played) => bounces(a) && bounces(b) && a.slot === b.slot;

  const at = (place: KitVoice) => kit.surfaces.find((surface) => surface.place === basePlace(place));
  /** The fastest way over any number of stops, adding one stop at a time. */
  const quickest = (limb: Limb, from: KitVoice, to: KitVoice): number => {
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
  const rules: Rule[] = [];
  const between = (from: Played, to: Played, need: number) =>
    rules.push({ ticks: to.at - from.at, need: need + to.lead - from.lead });

  for (const limb of LIMBS) {
    const own = played.filter((one) => one.limb === limb);
    const { bounce, double, single, buzz } = limits.limbs[limb];
    for (const [index, from] of own.entries()) {
      const to = own[index + 1];
      if (!to) continue;
      between(from, to, together(from, to) ? bounce : double);
      between(from, to, quickest(limb, from.place, to.place));
      if (from.isBuzz) between(from, to, buzz + double);
      const third = own[index + 2];
      if (third && together(from, third)) between(from, third, bounce + double);
    }
    const strokes = own.filter((one) => !isRebound(one));
    for (const [index, from] of strokes.entries()) {
      const needs = [
        [2, double + single],
        [3, 2 * double + single],
        [4, 2 * double + 2 * single],
        [6, 6 * single],
      ] as const;
      for (const [gaps, need] of needs) {
        const to = strokes[index + gaps];
        if (to) between(from, to, need);
      }
    }
  }

  const inTurn = main.filter((one) => !isRebound(one));
  const times = [...new Set(inTurn.map((one) => one.at))];
  const pairNeed = (a: Limb, b: Limb) => {
    if (a === b) return 0;
    if (isHand(a) && isHand(b)) return limits.coordination.hands;
    return isHand(a) || isHand(b) ? limits.coordination.mixed : limits.coordination.feet;
  };
  const gapNeed = (from: number, to: number) => {
    const [before, after] = [from, to].map((time) => inTurn.filter((one) => one.at === time));
    return Math.max(...(before ?? []).flatMap((a) => (after ?? []).map((b) => pairNeed(a.limb, b.limb))));
  };
  for (const [first, from] of times.entries()) {
    let need = 0;
    for (let gaps = 1; gaps <= 15; gaps++) {
      const [before, to] = [times[first + gaps - 1], times[first + gaps]];
      if (before === undefined || to === undefined) break;
      need += gapNeed(before, to);
      if (gaps >= 3 && gaps <= 5) rules.push({ ticks: to - from, need: 0.82 * need });
      if (gaps >= 8) rules.push({ ticks: to - from, need });
    }
  }

  const hands = played.filter(({ limb }) => isHand(limb));
  for (const [index, to] of hands.entries()) {
    const from = hands.slice(0, index).findLast(({ limb }) => limb !== to.limb);
    if (!from || from.at === to.at) continue;
    if (from.isBuzz && to.lead === 0) between(from, to, limits.limbs[from.limb].buzz);
    const [right, left] = to.limb === "R" ? [at(to.place), at(from.place)] : [at(from.place), at(to.place)];
    if (right && left && armsCross(right, left)) between(from, to, limits.cross);
  }

  /** One hand must have time to reach the cymbal and to continue from there. */
  const chokes = hands.flatMap((struck) => {
    const { chokedAt } = struck;
    if (chokedAt === null) return [];
    const ways = (["R", "L"] as const).map((hand) => {
      const own = hands.filter(({ limb }) => limb === hand);
      const before = own.findLast((one) => one.at <= chokedAt);
      const after = own.find((one) => one.at > chokedAt);
      const time = (from: KitVoice, to: KitVoice) => Math.max(limits.limbs[hand].single, quickest(hand, from, to));
      const way: Rule[] = [];
      if (before) way.push({ ticks: chokedAt - before.at, need: time(before.place, struck.place) - before.lead });
      if (after) way.push({ ticks: after.at - chokedAt, need: time(struck.place, after.place) + after.lead });
      return way;
    });
    return [ways];
  });

  return (tempo) => {
    const second = 60 / (tempo * tempoUnitTicks(timeline.meter));
    const holds = ({ ticks: span, need }: Rule) => need <= 0 || span * second >= need;
    return rules.every(holds) && chokes.every((ways) => ways.some((way) => way.every(holds)));
  };
}

/** The highest playable tempo between 0 and a million, by bisection. */
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
  test("worked out by hand: one hand from snare to floor tom in eighths", () => {
    const { bpm: found, bottleneck } = ceilingOf("@2 R/snR/f1");
    const [snare, floor] = ["sn", "f1"].map((place) => FOUR_PIECE.surfaces.find((one) => one.place === place));
    if (!snare || !floor) throw new Error("the kit has both");
    const need = 0.06 + 0.089 * Math.log2(distanceBetween(snare, floor) / targetWidth(floor) + 1);
    expect(bottleneck).toMatchObject({ kind: "move", limb: "R", from: { slot: 0 }, to: { slot: 1 } });
    expect(found).toBeCloseTo(30 / need, 9);
  });

  test("worked out by hand: sixteenths hand to hand on one drum follow the alternating hands' speed", () => {
    const { bpm: found, bottleneck } = ceilingOf("@4 RLRLRLRLRLRLRLRL");
    expect(bottleneck).toMatchObject({ kind: "coordination" });
    expect(found).toBeCloseTo(15 * 10.8, 9);
    // Short alternations may be faster, and two strokes may be as close as a flam.
    expect(ceilingOf("@4 RLRL").bpm).toBeCloseTo((15 * 10.8) / 0.82, 9);
    expect(ceilingOf("@4 RL--R").bottleneck.kind).not.toBe("coordination");
  });

  test("worked out by hand: one hand alone sustains its singles, and for a moment up to its doubles", () => {
    const long = ceilingOf("@2 LLLLLLLLLLLL");
    expect(long.bottleneck).toMatchObject({ kind: "singles", limb: "L" });
    expect(long.bpm).toBeCloseTo((30 * 7.1) / 1.08, 9);
    const short = ceilingOf("@2 LLL");
    expect(short.bottleneck).toMatchObject({ kind: "turn", limb: "L" });
    expect(short.bpm).toBeCloseTo(60 / (1.08 / 7.1 + 1.08 / 11.4), 9);
  });

  test("worked out by hand: second strokes limit doubles, rebounds limit a bounced roll", () => {
    const doubles = ceilingOf("@4 RRLLRRLLRRLLRRLL");
    expect(doubles.bottleneck).toMatchObject({ kind: "double", limb: "L" });
    expect(doubles.bpm).toBeCloseTo((15 * 11.4) / 1.08, 9);
    const roll = ceilingOf("@4 {RR}{LL}{RR}{LL}");
    expect(roll.bottleneck).toMatchObject({ kind: "bounce", limb: "L" });
    expect(roll.bpm).toBeCloseTo((7.5 * 14.5) / 1.08, 9);
    // A slot shared by two limbs doesn't bounce.
    expect(ceilingOf("@4 {(RK)R}{LL}").bottleneck).toMatchObject({ kind: "double", limb: "R" });
  });

  test("worked out by hand: a buzz needs its time before the other hand, and more before its own", () => {
    const roll = ceilingOf("@4 ~R~L~R~L");
    expect(roll.bottleneck).toMatchObject({ kind: "buzz" });
    expect(roll.bpm).toBeCloseTo(15 / (0.12 * 1.08), 9);
    expect(ceilingOf("@2 ~RR").bpm).toBeCloseTo(30 / (0.12 + 1 / 11.4), 9);
  });

  test("worked out by hand: the hand with more time chokes a cymbal", () => {
    const timeOf = (hand: Limb, from: KitVoice, to: KitVoice) =>
      Math.max(WORKING.limbs[hand].single, makePlayer(FOUR_PIECE, WORKING).time(hand, from, to));
    // The left hand has a slot and a half from the snare, the right hand half a slot; after that, silence.
    const { bpm: found, bottleneck } = ceilingOf("@4 L=R/c1--");
    expect(bottleneck).toMatchObject({ kind: "choke" });
    expect(found).toBeCloseTo((15 * 1.5) / timeOf("L", "sn", "c1"), 9);
    // If it rings out, it doesn't matter.
    expect(findCeiling(laid(lineOf("@4 LR/c1--"), FOUR_PIECE), makePlayer(FOUR_PIECE, WORKING))).toBeNull();
  });

  test("worked out by hand: crossed hands in sixteenths need time to clear", () => {
    const found = ceilingOf("@8 R/hhLR/hhL", FOUR_PIECE, { ...WORKING, cross: 0.09 as Limits["cross"] });
    expect(found.bottleneck).toMatchObject({ kind: "cross" });
    expect(found.bpm).toBeCloseTo(7.5 / 0.09, 9);
  });

  test("worked out by hand: a flam's grace note comes before its stroke", () => {
    const flat = ceilingOf("@4 L'R-");
    expect(flat.bottleneck).toMatchObject({ kind: "double", limb: "L" });
    expect(flat.bpm).toBeCloseTo(15 / (1.08 / 11.4 + FLAM_SECONDS), 9);
  });

  test("is null if no limb plays twice", () => {
    expect(findCeiling(laid(lineOf("RLK"), FOUR_PIECE), makePlayer(FOUR_PIECE, WORKING))).toBeNull();
  });

  test("agrees with bisection to a millionth", () => {
    fc.assert(
      fc.property(shortLine, anyMeter, anyKit, anyLimits, (line, meter, kit, limits) => {
        const timeline = laid(line, kit, meter);
        const found = findCeiling(timeline, makePlayer(kit, limits))?.bpm ?? 1e6;
        const expected = bisect(timeline, kit, limits);
        expect(Math.abs(Math.min(found, 1e6) - expected) / expected).toBeLessThan(1e-6);
      }),
      runs(30),
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
      runs(40),
    );
  });

  test("never rises with distance", () => {
    fc.assert(
      fc.property(shortLine, anyKit, anyLimits, fc.double({ min: 1, max: 3, noNaN: true }), (line, kit, limits, by) => {
        const wider: Kit = {
          surfaces: kit.surfaces.map((one) => ({ ...one, x: one.x * by, y: one.y * by, height: one.height * by })),
        };
        // Without crossings: on further surfaces, arms may cross differently.
        const open = { ...limits, cross: 0 as Limits["cross"] };
        const before = findCeiling(laid(line, kit), makePlayer(kit, open))?.bpm ?? Number.POSITIVE_INFINITY;
        const after = findCeiling(laid(line, wider), makePlayer(wider, open))?.bpm ?? Number.POSITIVE_INFINITY;
        expect(after).toBeLessThanOrEqual(before * (1 + 1e-12));
      }),
      runs(40),
    );
  });

  test("is equal for mirrored kit, line and hands", () => {
    fc.assert(
      fc.property(shortLine, anyKit, fc.constantFrom("R" as const, "L" as const), (line, kit, strong) => {
        const ours = findCeiling(laid(line, kit), makePlayer(kit, limitsOf("working", strong)));
        const mirrored = mirrorKit(kit);
        const timeline = laid(mirrorLine(line), mirrored);
        const theirs = findCeiling(timeline, makePlayer(mirrored, limitsOf("working", otherHand(strong))));
        expect(theirs?.bpm ?? 0).toBeCloseTo(ours?.bpm ?? 0, 6);
      }),
      runs(40),
    );
  });

  test("never falls when a stroke is removed", () => {
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
      runs(60),
    );
  });

  test("never falls with a better level", () => {
    fc.assert(
      fc.property(shortLine, anyKit, fc.constantFrom("R" as const, "L" as const), (line, kit, strong) => {
        const timeline = laid(line, kit);
        const [learner, working, advanced] = PLAYER_LEVELS.map(
          (level) => findCeiling(timeline, makePlayer(kit, limitsOf(level, strong)))?.bpm ?? Number.POSITIVE_INFINITY,
        );
        expect(working).toBeGreaterThanOrEqual(learner ?? 0);
        expect(advanced).toBeGreaterThanOrEqual(working ?? 0);
      }),
      runs(40),
    );
  });

  test("rises when the limiting stroke moves", () => {
    const text = "@4 R/snL/snR/f1L/snR/snL/snR/f1L/sn";
    const timeline = laid(lineOf(text), FOUR_PIECE);
    const player = makePlayer(FOUR_PIECE, WORKING);
    const ceiling = findCeiling(timeline, player);
    expect(ceiling?.bottleneck.kind).toBe("move");
    const other = ceiling && findOtherPlace(timeline, player, ceiling);
    expect(other?.bpm).toBeGreaterThan(ceiling?.bpm ?? 0);
  });
});
