import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { findLanding } from "../fit/landing";
import { countWays, drawBelow, drawWays, makeRandom, totalWays, wayOfNumber } from "../graph/count";
import { runToEnd } from "../graph/layers";
import { readCell } from "../moves/shape";
import { makeCell, makeLine } from "../phrase/phrase";
import { findCeiling } from "../player/ceiling";
import { limitsOf } from "../player/limits";
import { makePlayer } from "../player/player";
import { flipsLead, listRuns } from "../stroke/sticking";
import { isHand, type Limb, partsOf, type Slot, strokesOf } from "../stroke/stroke";
import { anySticking } from "../testing/arbitraries";
import { FOUR_PIECE, WORKING } from "../testing/kits";
import { runs } from "../testing/seed";
import { barTicks, beatTicks, bpm, makeRate, type Rate, slotTicks, ticks } from "../time/time";
import { layOut } from "../timeline/timeline";
import { buildAutomaton, type Compiled, compileSearch, isProblem } from "./automaton";
import { bestWays, rankWays } from "./best";
import { findLoosening } from "./loosen";
import { easeAt, makeScorer, NO_WEIGHTS, SCORE_PARTS, type Weights } from "./score";
import { isWho, type PoolEntry, type SearchRule, type SearchSpec, type Want, WHO } from "./spec";

const SIXTEENTHS = makeRate(4) as Rate;
const FOUR_FOUR = { beats: 4, unit: 4 } as const;

function entry(text: string, given: Partial<PoolEntry> = {}): PoolEntry {
  const cell = readCell(text);
  if (!cell) throw new Error(text);
  return { cell, mirrors: false, rotations: false, least: 0, most: null, ...given };
}

function specOf(pool: readonly PoolEntry[], slots: number, rules: readonly SearchRule[] = []): SearchSpec {
  const window = { start: ticks(0), length: ticks(slots * slotTicks(SIXTEENTHS)) };
  return { meter: FOUR_FOUR, rate: SIXTEENTHS, tempo: bpm(100), window, pool, rules };
}

function compiled(spec: SearchSpec): Compiled {
  const made = compileSearch(spec);
  if (isProblem(made)) throw new Error(made.code);
  return made;
}

function countOf(spec: SearchSpec): bigint {
  const automaton = runToEnd(buildAutomaton(compiled(spec)));
  if (!automaton) throw new Error("too many nodes");
  return totalWays(countWays(automaton));
}

/** Brute force: every sequence of pieces that fills the window, checked against the rules as stated. */
function listWays(spec: SearchSpec): number[][] {
  const { pieces, slots } = compiled(spec);
  const ways: number[][] = [];
  const walk = (way: number[], at: number) => {
    if (at === slots) {
      if (keepsRules(spec, way)) ways.push(way);
      return;
    }
    for (const [index, piece] of pieces.entries()) if (at + piece.size <= slots) walk([...way, index], at + piece.size);
  };
  walk([], 0);
  return ways;
}

function longestFootRun(slots: readonly Slot[], foot: Limb): number {
  let [longest, run] = [0, 0];
  for (const part of slots.flatMap(partsOf)) {
    run = strokesOf(part).some((stroke) => stroke.limb === foot) ? run + 1 : 0;
    longest = Math.max(longest, run);
  }
  return longest;
}

function keepsRules(spec: SearchSpec, way: readonly number[]): boolean {
  const { pieces } = compiled(spec);
  const cells = way.map((index) => pieces[index]?.cell ?? []);
  const line = makeLine([{ kind: "rate", rate: spec.rate }, ...cells.map((cell) => makeCell(cell))]);
  const timeline = layOut({ meter: spec.meter, tempo: spec.tempo, window: spec.window, line });
  const slots = timeline.slots.map((slot) => slot.content);
  const uses = (of: number) => way.filter((index) => pieces[index]?.entry === of).length;
  if (spec.pool.some(({ least, most }, of) => uses(of) < least || (most !== null && uses(of) > most))) return false;
  const limbs = slots.flatMap(strokesOf).map((stroke) => stroke.limb);
  const has = (slot: Slot | undefined, want: Want) => {
    if (!slot) return false;
    const strokes = want.not ? strokesOf(slot) : strokesOf(partsOf(slot)[0] as Slot);
    const found = strokes.some(({ limb, level }) => isWho(limb, want.who) && (want.level ?? level) === level);
    return found !== want.not;
  };
  const keeps = (rule: SearchRule): boolean => {
    switch (rule.kind) {
      case "starts":
        return has(slots[0], { not: false, who: rule.who, level: null });
      case "ends": {
        const last = partsOf(slots.at(-1) as Slot).at(-1) as Slot;
        return strokesOf(last).some(({ limb }) => isWho(limb, rule.who));
      }
      case "hand-run":
        return listRuns(slots).every((run) => run.moments.length <= rule.most);
      case "foot-run":
        return Math.max(longestFootRun(slots, "K"), longestFootRun(slots, "H")) <= rule.most;
      case "slot":
        return has(slots[rule.slot], rule.want);
      case "backbeat":
        return timeline.slots.every(({ at, content }) => {
          const beat =
            (((at % barTicks(spec.meter)) + barTicks(spec.meter)) % barTicks(spec.meter)) / beatTicks(spec.meter);
          if (beat % 2 !== 1) return true;
          const onset = strokesOf(partsOf(content)[0] as Slot);
          const ghosts = strokesOf(content).some(({ limb, level }) => isHand(limb) && level === "ghost");
          return onset.some(({ limb }) => isHand(limb)) && !ghosts;
        });
      case "sizes": {
        const sizes = cells.map((cell) => cell.length);
        const [own, wanted] = rule.ordered ? [sizes, rule.sizes] : [sizes.toSorted(), rule.sizes.toSorted()];
        return own.join() === wanted.join();
      }
      case "no-equal-neighbours":
        return way.every((index, place) => place === 0 || index !== way[place - 1]);
      case "on-beat": {
        const count = timeline.cells.filter(({ at }) => at % beatTicks(spec.meter) === 0).length;
        return count >= rule.least && count <= (rule.most ?? count);
      }
      case "lead":
        return flipsLead(limbs) === (rule.lead === "flips");
    }
  };
  return spec.rules.every(keeps);
}

const anyWho = fc.constantFrom(...WHO);
const anyRule = (slots: number): fc.Arbitrary<SearchRule> =>
  fc.oneof(
    anyWho.map((who): SearchRule => ({ kind: "starts", who })),
    anyWho.map((who): SearchRule => ({ kind: "ends", who })),
    fc.integer({ min: 1, max: 4 }).map((most): SearchRule => ({ kind: "hand-run", most })),
    fc.integer({ min: 0, max: 3 }).map((most): SearchRule => ({ kind: "foot-run", most })),
    fc
      .record({
        slot: fc.integer({ min: 0, max: slots - 1 }),
        not: fc.boolean(),
        who: anyWho,
        level: fc.constantFrom(null, "accent" as const, "ghost" as const),
      })
      .map(({ slot, ...want }): SearchRule => ({ kind: "slot", slot, want })),
    fc.constant<SearchRule>({ kind: "backbeat" }),
    fc
      .tuple(fc.array(fc.integer({ min: 1, max: 5 }), { minLength: 1, maxLength: 5 }), fc.boolean())
      .map(([sizes, ordered]): SearchRule => ({ kind: "sizes", sizes, ordered })),
    fc.constant<SearchRule>({ kind: "no-equal-neighbours" }),
    fc
      .tuple(fc.integer({ min: 0, max: 2 }), fc.option(fc.integer({ min: 0, max: 3 }), { nil: null }))
      .map(([least, most]): SearchRule => ({ kind: "on-beat", least, most })),
    fc.constantFrom("stays" as const, "flips" as const).map((lead): SearchRule => ({ kind: "lead", lead })),
  );

const anyPool = fc
  .array(
    fc.record({
      cell: fc.oneof(
        {
          weight: 3,
          arbitrary: fc
            .constantFrom("R", "RL", "RLK", "RLRR", "K", ">Rlk", "R-", "LLR")
            .map((text) => readCell(text) ?? []),
        },
        { weight: 1, arbitrary: anySticking.map((cell) => cell.slice(0, 4)) },
      ),
      mirrors: fc.boolean(),
      rotations: fc.boolean(),
      least: fc.constantFrom(0, 0, 0, 1, 2),
      most: fc.constantFrom(null, null, null, 1, 2, 3),
    }),
    { minLength: 1, maxLength: 3 },
  )
  // Few forms, so that the brute-force twin finishes.
  .filter(
    (pool) => pool.reduce((sum, one) => sum + (one.mirrors ? 2 : 1) * (one.rotations ? one.cell.length : 1), 0) <= 9,
  );

const anySpec = fc
  .tuple(fc.integer({ min: 1, max: 7 }), fc.integer({ min: 0, max: 9 }), fc.integer({ min: 40, max: 240 }), anyPool)
  .chain(([slots, start, tempo, pool]) =>
    fc.array(anyRule(slots), { maxLength: 3 }).map(
      (rules): SearchSpec => ({
        ...specOf(pool, slots, rules),
        tempo: bpm(tempo),
        window: { start: ticks(start * slotTicks(SIXTEENTHS)), length: ticks(slots * slotTicks(SIXTEENTHS)) },
      }),
    ),
  );

const anyWeights: fc.Arbitrary<Weights> = fc
  .tuple(...SCORE_PARTS.map(() => fc.integer({ min: -100, max: 100 })))
  .map((weights) => Object.fromEntries(SCORE_PARTS.map((part, index) => [part, weights[index]])) as Weights);

describe("compared with listing everything", () => {
  test("the count is exact, and each index gives a different way that keeps the rules", () => {
    fc.assert(
      fc.property(anySpec, (spec) => {
        const automaton = runToEnd(buildAutomaton(compiled(spec)));
        if (!automaton) throw new Error("too many nodes");
        const counts = countWays(automaton);
        const listed = listWays(spec).map((way) => way.join());
        expect(totalWays(counts)).toBe(BigInt(listed.length));
        const numbered = listed.slice(0, 200).map((_, number) => wayOfNumber(counts, BigInt(number)).join());
        expect(new Set(numbered).size).toBe(numbered.length);
        expect(numbered.every((way) => listed.includes(way))).toBe(true);
      }),
      runs(400),
    );
  });
  test("the best are truly the best, in order, each once", () => {
    fc.assert(
      fc.property(anySpec, anyWeights, fc.integer({ min: 1, max: 30 }), (spec, weights, most) => {
        const ready = compiled(spec);
        const all = listWays(spec);
        const scorer = makeScorer(ready, weights, WORKING, all[0] ?? []);
        const automaton = runToEnd(buildAutomaton(ready, scorer.extra));
        if (!automaton) throw new Error("too many nodes");
        const found = bestWays(automaton, scorer, most);
        const scores = all.map((way) => scorer.total(way)).toSorted((a, b) => b - a);
        expect(found.map(({ score }) => score)).toEqual(scores.slice(0, most));
        expect(found.map(({ way }) => scorer.total(way))).toEqual(found.map(({ score }) => score));
        expect(new Set(found.map(({ way }) => way.join())).size).toBe(found.length);
        const listed = new Set(all.map((way) => way.join()));
        expect(found.every(({ way }) => listed.has(way.join()))).toBe(true);
      }),
      runs(250),
    );
  });
  test("ranking produces all of them in the end", () => {
    const spec = specOf([entry("RL"), entry("RLK", { mirrors: true }), entry("RLRR")], 12);
    const ready = compiled(spec);
    const scorer = makeScorer(ready, { ...NO_WEIGHTS, drift: 70, variety: 30, ease: 50, landing: 20 }, WORKING);
    const automaton = runToEnd(buildAutomaton(ready, scorer.extra));
    const ranked = automaton ? [...rankWays(automaton, scorer)] : [];
    expect(ranked).toHaveLength(listWays(spec).length);
  });
  test("rules to relax form a smallest set, and relaxing them helps", () => {
    fc.assert(
      fc.property(anySpec, (spec) => {
        fc.pre(listWays(spec).length === 0);
        const sets = runToEnd(findLoosening(spec));
        const bounded = spec.pool.filter(({ least, most }) => least > 0 || most !== null).length;
        const without = (rules: ReadonlySet<number>, entries: ReadonlySet<number>) => ({
          ...spec,
          rules: spec.rules.filter((_, index) => !rules.has(index)),
          pool: spec.pool.map((one, index) => (entries.has(index) ? { ...one, least: 0, most: null } : one)),
        });
        const solved = (loosened: NonNullable<typeof sets>[number]) =>
          listWays(
            without(
              new Set(loosened.flatMap((one) => (one.kind === "rule" ? [one.rule] : []))),
              new Set(loosened.flatMap((one) => (one.kind === "uses" ? [one.entry] : []))),
            ),
          ).length > 0;
        if (sets === null) {
          expect(spec.rules.length + bounded).toBeGreaterThan(4);
          return;
        }
        const everything = without(new Set(spec.rules.keys()), new Set(spec.pool.keys()));
        expect(sets.length > 0).toBe(listWays(everything).length > 0);
        for (const set of sets) {
          expect(solved(set)).toBe(true);
          for (const one of set) expect(solved(set.filter((other) => other !== one))).toBe(false);
        }
      }),
      runs(100),
    );
  });
});

describe("draws", () => {
  const spec = specOf([entry("RL"), entry("RLK"), entry("KK", { most: 1 }), entry("RLRRL")], 10, [
    { kind: "no-equal-neighbours" },
  ]);
  test("are uniform: chi-squared", () => {
    const automaton = runToEnd(buildAutomaton(compiled(spec)));
    if (!automaton) throw new Error("too many nodes");
    const counts = countWays(automaton);
    const ways = Number(totalWays(counts));
    expect(ways).toBeGreaterThan(8);
    const draws = 400 * ways;
    const seen = new Map<string, number>();
    for (const way of drawWays(counts, draws, 11)) seen.set(way.join(), (seen.get(way.join()) ?? 0) + 1);
    expect(seen.size).toBe(ways);
    const chi = [...seen.values()].reduce((sum, count) => sum + (count - 400) ** 2 / 400, 0);
    // Wilson and Hilferty's approximation of the 99.9 % quantile.
    const freedom = ways - 1;
    const limit = freedom * (1 - 2 / (9 * freedom) + 3.09 * Math.sqrt(2 / (9 * freedom))) ** 3;
    expect(chi).toBeLessThan(limit);
  });
  test("are deterministic by seed, and empty without ways", () => {
    const automaton = runToEnd(buildAutomaton(compiled(spec)));
    if (!automaton) throw new Error("too many nodes");
    const counts = countWays(automaton);
    expect(drawWays(counts, 20, 5)).toEqual(drawWays(counts, 20, 5));
    expect(drawWays(counts, 20, 5)).not.toEqual(drawWays(counts, 20, 6));
    const none = runToEnd(buildAutomaton(compiled(specOf([entry("RL")], 5))));
    expect(none && drawWays(countWays(none), 3, 1)).toEqual([]);
    expect(() => drawBelow(0n, makeRandom(1))).toThrow(RangeError);
    expect(drawBelow(1n, makeRandom(1))).toBe(0n);
  });
  test("are uniform for large numbers too: half below the middle", () => {
    const random = makeRandom(3);
    const below = 10n ** 40n + 7n;
    const low = Array.from({ length: 4_000 }, () => drawBelow(below, random)).filter((value) => value < below / 2n);
    expect(Math.abs(low.length - 2_000)).toBeLessThan(110);
  });
});

describe("hand-worked", () => {
  test("compositions: Fibonacci counts ones and twos, up to 128 slots", () => {
    const fibonacci = [1n, 1n];
    for (let n = 2; n <= 128; n++) fibonacci.push((fibonacci[n - 1] as bigint) + (fibonacci[n - 2] as bigint));
    for (const slots of [1, 5, 16, 64, 128])
      expect(countOf(specOf([entry("R"), entry("RL")], slots))).toBe(fibonacci[slots]);
  });
  test("5-5-6 in a bar of sixteenths: three orders, or one on request", () => {
    const pool = [entry("RLRRL"), entry("RLRRLK")];
    expect(countOf(specOf(pool, 16))).toBe(3n);
    expect(countOf(specOf(pool, 16, [{ kind: "sizes", sizes: [5, 5, 6], ordered: true }]))).toBe(1n);
    expect(countOf(specOf(pool, 16, [{ kind: "sizes", sizes: [6, 5, 5], ordered: false }]))).toBe(3n);
    expect(countOf(specOf(pool, 16, [{ kind: "sizes", sizes: [4, 4, 4, 4], ordered: true }]))).toBe(0n);
    expect(countOf(specOf(pool, 15))).toBe(1n);
    expect(countOf(specOf(pool, 14))).toBe(0n);
  });
  test("runs are counted across joins", () => {
    const pool = [entry("RRL"), entry("LLR")];
    expect(countOf(specOf(pool, 6, [{ kind: "hand-run", most: 2 }]))).toBe(2n);
    expect(countOf(specOf(pool, 6, [{ kind: "hand-run", most: 3 }]))).toBe(4n);
    expect(countOf(specOf([entry("RK"), entry("KR")], 6, [{ kind: "foot-run", most: 1 }]))).toBe(4n);
  });
  test("forms: mirrors and rotations, each once", () => {
    expect(countOf(specOf([entry("RLRR", { mirrors: true, rotations: true })], 4))).toBe(8n);
    expect(countOf(specOf([entry("RLRL", { mirrors: true, rotations: true })], 4))).toBe(2n);
    expect(countOf(specOf([entry("RL"), entry("RL")], 2))).toBe(1n);
  });
  test("ten to the sixtieth and more, exactly", () => {
    const pool = ["R", "L", "K"].map((text) => entry(text));
    expect(countOf(specOf(pool, 128))).toBe(3n ** 128n);
  });
  test("problems of a search are reported", () => {
    expect(compileSearch(specOf([], 16))).toEqual({ code: "empty-pool" });
    const half = { ...specOf([entry("R")], 16), window: { start: ticks(0), length: ticks(slotTicks(SIXTEENTHS) / 2) } };
    expect(compileSearch(half)).toEqual({ code: "inexact-window", slots: 0.5 });
    expect(compileSearch(specOf([entry("R")], 129))).toEqual({ code: "too-long", slots: 129, most: 128 });
    const want = { not: false, who: "any", level: null } as const;
    expect(compileSearch(specOf([entry("R")], 4, [{ kind: "slot", slot: 4, want }]))).toMatchObject({
      code: "slot-outside",
    });
    const wide = Array.from({ length: 64 }, (_, index) =>
      entry("RLRRLRLLK-".repeat(2).slice(0, 10 + (index % 11)), { mirrors: true, rotations: true }),
    );
    expect(compileSearch(specOf(wide, 64))).toMatchObject({ code: "too-many-forms" });
  });
  test("ease measures how far the tempo is below the top tempo, from hard to easy", () => {
    expect([60, 120, 240, 480, 960].map((top) => easeAt(120, top))).toEqual([0, 0, 0.5, 1, 1]);
    expect(easeAt(120, null)).toBe(1);
    // At 90 bpm: singles, doubles and consecutive kicks, each with its own top tempo.
    const spec = {
      ...specOf([entry("RLRLRLRL"), entry("RRLLRRLL"), entry("RLKKRLKK"), entry("RLRRRRLL")], 16),
      tempo: bpm(90),
    };
    const ready = compiled(spec);
    const scorer = makeScorer(ready, NO_WEIGHTS, WORKING);
    for (const [piece, { cell }] of ready.pieces.entries()) {
      const line = makeLine([{ kind: "rate", rate: spec.rate }, makeCell([...cell, ...cell])]);
      const top = findCeiling(layOut({ ...spec, line }, WORKING.kit), WORKING)?.bpm ?? null;
      expect(scorer.topTempoOf([piece, piece])).toBeCloseTo(top ?? 0, 9);
      expect(scorer.partsOf([piece, piece]).ease).toBeCloseTo(easeAt(90, top), 9);
    }
    const eases = ready.pieces.map((_, piece) => scorer.partsOf([piece, piece]).ease);
    expect(Math.max(...eases) - Math.min(...eases)).toBeGreaterThan(0.15);
    // For a faster player it is easier.
    const fast = makeScorer(ready, NO_WEIGHTS, makePlayer(FOUR_PIECE, limitsOf("advanced", "R")));
    expect(fast.partsOf([1, 1]).ease).toBeGreaterThan(scorer.partsOf([1, 1]).ease);
  });
  test("the landing part agrees with the phrase's landing, if the last cell determines it", () => {
    const spec = specOf([entry("RLRL"), entry("RLRK"), entry("RLKK"), entry("RLR(RL)")], 16);
    const ready = compiled(spec);
    const scorer = makeScorer(ready, NO_WEIGHTS, WORKING);
    for (const way of listWays(spec)) {
      const cells = way.map((index) => makeCell(ready.pieces[index]?.cell ?? []));
      const line = makeLine([{ kind: "rate", rate: spec.rate }, ...cells]);
      const landing = findLanding(layOut({ ...spec, line }), WORKING);
      const free = landing?.hands.filter((hand) => hand.free).length ?? 0;
      expect(scorer.partsOf(way).landing).toBe([0, 0.6, 1][free]);
    }
  });
});
