import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { countWays, totalWays } from "../graph/count";
import { formatLine } from "../line/write";
import { makeLine, mirrorLine } from "../phrase/phrase";
import { isHand } from "../stroke/stroke";
import { anySpec, compiled, FREE, idea, specOf } from "../testing/flows";
import { LEFT_HANDED, WORKING } from "../testing/kits";
import { lineOf } from "../testing/lines";
import { runs } from "../testing/seed";
import { barTicks, bpm, ticks } from "../time/time";
import { layOut } from "../timeline/timeline";
import { compileFlow, countFlow, drawFlow, isFlowProblem, type PlacedPiece, seedOf, weighFlow } from "./draw";
import { type FlowLoosened, listFittingBars, loosenFlow } from "./loosen";
import { growLine, growthIn, lengthOf } from "./piece";
import type { FlowSpec, Idea } from "./spec";

const namesOf = (playings: readonly PlacedPiece[]) =>
  playings.map(({ piece }) => `${piece.idea}${piece.mirrored ? "'" : ""}`).join(" ");

/** Brute force: every sequence of ideas and leads, checked against the rules as stated. */
function listAll(spec: FlowSpec): string[] {
  const { meter, bars, ideas, rules, leading } = spec;
  const bar = barTicks(meter);
  const whole = bars * bar;
  const found: string[] = [];
  const handsOf = (line: Idea["versions"][number]) =>
    layOut({ meter, tempo: spec.tempo, window: { start: ticks(0), length: ticks(bar) }, line })
      .events.map(({ limb }) => limb)
      .filter(isHand);
  const walk = (way: { idea: number; mirrored: boolean; at: number }[], at: number) => {
    if (at === whole) {
      const uses = (one: number) => way.filter((played) => played.idea === one).length;
      if (ideas.some(({ least, most }, one) => uses(one) < least || (most !== null && uses(one) > most))) return;
      if (rules.meet && !way.some((one) => one.idea === rules.meet?.idea && one.at === rules.meet.at)) return;
      found.push(way.map((one) => `${one.idea}${one.mirrored ? "'" : ""}`).join(" "));
      return;
    }
    for (const [index, one] of ideas.entries()) {
      const own = one.versions[0] ?? makeLine([]);
      const length = lengthOf(own);
      if (at + length > whole) continue;
      // Every slot of the grid, which restarts with each bar.
      const placed = layOut({
        meter,
        tempo: spec.tempo,
        window: { start: ticks(at), length: ticks(length) },
        line: own,
      });
      if (placed.slots.some((slot) => (slot.at % bar) % slot.duration !== 0 && slot.at === placed.slots[0]?.at))
        continue;
      if (rules.inRow !== null) {
        const last = way.slice(-rules.inRow);
        if (last.length === rules.inRow && last.every((played) => played.idea === index)) continue;
      }
      for (const mirrored of [false, true]) {
        const hands = handsOf(mirrored ? mirrorLine(own) : own);
        if (mirrored && hands.length === 0) continue;
        if (rules.lead === "written" && mirrored) continue;
        if (rules.lead === "same" && hands.length > 0 && hands[0] !== leading) continue;
        if (rules.lead === "alternate" && hands.length > 0) {
          const before = way
            .flatMap((played) => handsOf(played.mirrored ? mirrorLine(lineAt(played.idea)) : lineAt(played.idea)))
            .at(-1);
          if (before === undefined ? mirrored : before === hands[0]) continue;
        }
        walk([...way, { idea: index, mirrored, at }], at + length);
      }
    }
  };
  const lineAt = (index: number) => ideas[index]?.versions[0] ?? makeLine([]);
  walk([], 0);
  return found.sort();
}

describe("counting", () => {
  test("by hand: threes and fives in a bar of sixteenths", () => {
    // 3a + 5b = 16: two fives and two threes, in any order of the four.
    expect(countFlow(compiled(specOf([idea("@4 RLR"), idea("@4 RLRRL")])))).toBe(6n);
    // Never twice in a row: 3 5 3 5 and 5 3 5 3.
    expect(countFlow(compiled(specOf([idea("@4 RLR"), idea("@4 RLRRL")], 1, { inRow: 1 })))).toBe(2n);
    // A three on the second sixteenth of beat 2: after a 5, then the rest in any order.
    expect(
      countFlow(compiled(specOf([idea("@4 RLR"), idea("@4 RLRRL")], 1, { meet: { idea: 0, at: ticks(5 * 2520) } }))),
    ).toBe(2n);
  });

  test("triplets start only on their own grid", () => {
    // Two beats of triplets and two of fours: any of the six orders by beat; a five would leave the grid.
    const spec = specOf([idea("@3 RLR"), idea("@4 RLRR"), idea("@4 RLRRL")]);
    for (const way of listAll(spec)) expect(way).not.toMatch(/2 0/);
    expect(countFlow(compiled(spec))).toBe(BigInt(listAll(spec).length));
  });

  test("agrees with brute force under any rules", () => {
    fc.assert(
      fc.property(anySpec, (spec) => {
        const ways = compileFlow(spec, WORKING);
        if (isFlowProblem(ways)) return;
        expect(countFlow(ways)).toBe(BigInt(listAll(spec).length));
      }),
      runs(100),
    );
  });

  test("a draw is one of the brute-force ways, ends on the bar, and is reproducible by seed", () => {
    fc.assert(
      fc.property(anySpec, fc.nat(), (spec, seed) => {
        const ways = compileFlow(spec, WORKING);
        if (isFlowProblem(ways)) return;
        const drawn = drawFlow(ways, ways.counts, seed);
        const all = listAll(spec);
        if (all.length === 0) {
          expect(drawn).toBeNull();
          return;
        }
        expect(all).toContain(namesOf(drawn ?? []));
        const last = drawn?.at(-1);
        expect((last?.at ?? 0) + (last?.piece.length ?? 0)).toBe(spec.bars * barTicks(spec.meter));
        expect(drawFlow(ways, ways.counts, seed)).toEqual(drawn);
      }),
      runs(80),
    );
  });

  test("an ending that must leave a hand free does so, at that tempo for that player", () => {
    const [busy, easy] = ["@8 RLRLRLRL", "@4 RLKK"] as const;
    const fast = { ...specOf([idea(busy), idea(easy)], 1, { endsFree: true }), tempo: bpm(200) };
    const ways = compiled(fast);
    for (let seed = 0; seed < 40; seed++) {
      expect(drawFlow(ways, ways.counts, seed)?.at(-1)?.piece.idea).toBe(1);
    }
    expect(countFlow(compiled({ ...fast, rules: FREE }))).toBeGreaterThan(countFlow(ways));
  });

  test("a left-handed player leads the same ideas with the left hand", () => {
    const spec: FlowSpec = { ...specOf([idea("@4 RLR"), idea("@4 RLRRL")], 1, { lead: "same" }), leading: "L" };
    const ways = compileFlow(spec, LEFT_HANDED);
    if (isFlowProblem(ways)) throw new Error(ways.code);
    expect(countFlow(ways)).toBe(6n);
    expect(ways.pieces.map(({ first }) => first)).toEqual(["L", "L"]);
  });
});

describe("fairness", () => {
  /** Pearson's chi-square of observed counts against expected ones. */
  const chiSquare = (counts: readonly number[], expected: readonly number[]) =>
    counts.reduce((sum, count, index) => sum + (count - (expected[index] ?? 1)) ** 2 / (expected[index] ?? 1), 0);

  test("every way is drawn equally often", () => {
    const spec = specOf([idea("@4 RLR"), idea("@4 RLRRL"), idea("@4 RLRR")], 1, { inRow: 2 });
    const ways = compiled(spec);
    const all = listAll(spec);
    const counts = new Map(all.map((way) => [way, 0]));
    const draws = 200 * all.length;
    for (let round = 0; round < draws; round++) {
      const name = namesOf(drawFlow(ways, ways.counts, seedOf(7, round)) ?? []);
      counts.set(name, (counts.get(name) ?? 0) + 1);
    }
    expect(counts.size).toBe(all.length);
    const free = all.length - 1;
    // The mean of chi-square is its degrees of freedom, and its variance twice that. We allow five standard deviations.
    expect(
      chiSquare(
        [...counts.values()],
        all.map(() => 200),
      ),
    ).toBeLessThan(free + 5 * Math.sqrt(2 * free));
  });

  test("weights of ideas and joins multiply the probability of a way", () => {
    const spec = specOf([idea("@4 RLR"), idea("@4 RLRRL")]);
    const ways = compiled(spec);
    const weights = {
      ideas: [3, 1],
      joins: [
        [1, 2],
        [1, 1],
      ],
    };
    const counts = weighFlow(ways, weights);
    const weigh = (name: string) => {
      const way = name.split(" ").map(Number);
      return way.reduce(
        (product, one, index) =>
          product * (weights.ideas[one] ?? 1) * (index > 0 ? (weights.joins[way[index - 1] as number]?.[one] ?? 1) : 1),
        1,
      );
    };
    const all = listAll(spec);
    const sum = all.reduce((total, name) => total + weigh(name), 0);
    expect(totalWays(counts)).toBe(BigInt(sum));
    // Weights change the probabilities, never the set of ways.
    expect(countFlow(ways)).toBe(6n);
    const drawn = new Map(all.map((name) => [name, 0]));
    const draws = 6000;
    for (let round = 0; round < draws; round++) {
      const name = namesOf(drawFlow(ways, counts, seedOf(3, round)) ?? []);
      drawn.set(name, (drawn.get(name) ?? 0) + 1);
    }
    const expected = all.map((name) => (draws * weigh(name)) / sum);
    expect(chiSquare([...drawn.values()], expected)).toBeLessThan(5 + 5 * Math.sqrt(10));
  });

  test("weights stay exact when counts exceed plain numbers", () => {
    const ways = compiled(specOf([idea("@4 RLR"), idea("@4 RLRR"), idea("@4 RLRRL")], 16));
    const thrice = new Uint16Array(ways.graph.edgeLabel.length).fill(3);
    // With all weights 3, a way of n playings counts 3 to the n times; a twin that adds up by playings agrees.
    const byHand = (at: number, memo: Map<number, bigint>): bigint => {
      if (at === 256) return 1n;
      const known = memo.get(at);
      if (known !== undefined) return known;
      const sum = [3, 4, 5].reduce((so, size) => (at + size <= 256 ? so + 3n * byHand(at + size, memo) : so), 0n);
      memo.set(at, sum);
      return sum;
    };
    expect(totalWays(countWays(ways.graph, thrice))).toBe(byHand(0, new Map()));
    expect(totalWays(ways.counts)).toBeGreaterThan(2n ** 80n);
  });
});

describe("an impossible draw", () => {
  test("names its reason", () => {
    const code = (spec: FlowSpec) => {
      const found = compileFlow(spec, WORKING);
      return isFlowProblem(found) ? found : null;
    };
    expect(code(specOf([idea("@4 RLR")]))).toEqual({ code: "few-ideas", ideas: 1 });
    expect(code(specOf([idea("@4 RLR"), idea("@8 R")]))).toEqual({ code: "short-idea", idea: 1 });
    expect(code(specOf([idea("@4 RLR"), idea("@1 RLRLR")]))).toEqual({ code: "long-idea", idea: 1 });
    expect(code(specOf([idea("@4 RLR"), idea("@4 RL")], 1, { meet: { idea: 0, at: ticks(40_320) } }))).toEqual({
      code: "meet-outside",
    });
  });

  test("names the smallest sets of rules whose removal helps", () => {
    const stuck = specOf([idea("@4 RLR", { most: 1 }), idea("@4 RLRRL")], 1, { inRow: 2 });
    expect(loosenFlow(stuck, WORKING)).toEqual([[{ kind: "most", idea: 0 }]]);
    const never = specOf([idea("@4 RLRLRL"), idea("@4 RLRR-R")]);
    expect(loosenFlow(never, WORKING)).toEqual([]);
    // Sixes fill three bars of sixteen, but not fewer.
    expect(listFittingBars(never, WORKING, 8)).toEqual([3, 6]);
    fc.assert(
      fc.property(anySpec, (spec) => {
        if (isFlowProblem(compileFlow(spec, WORKING)) || listAll(spec).length > 0) return;
        for (const set of loosenFlow(spec, WORKING) ?? []) {
          expect(listAll(loosened(spec, set)).length).toBeGreaterThan(0);
          for (const kept of set) {
            const fewer = set.filter((one) => one !== kept);
            expect(listAll(loosened(spec, fewer))).toEqual([]);
          }
        }
      }),
      runs(40),
    );
  });
});

function loosened(spec: FlowSpec, set: readonly FlowLoosened[]): FlowSpec {
  const has = (kind: FlowLoosened["kind"], idea?: number) =>
    set.some((one) => one.kind === kind && (idea === undefined || ("idea" in one && one.idea === idea)));
  return {
    ...spec,
    rules: {
      inRow: has("in-row") ? null : spec.rules.inRow,
      lead: has("lead") ? "written" : spec.rules.lead,
      endsFree: spec.rules.endsFree && !has("ends-free"),
      meet: has("meet") ? null : spec.rules.meet,
    },
    ideas: spec.ideas.map((one, index) => ({
      ...one,
      least: has("least", index) ? 0 : one.least,
      most: has("most", index) ? null : one.most,
    })),
  };
}

describe("growing", () => {
  test("two beats become three, then four, and back", () => {
    const two = lineOf("@4 RLRR LRLL");
    expect(formatLine(growLine(two, 4, 1))).toBe("@4 RLRR LRLL LRLL");
    expect(lengthOf(growLine(two, 4, 2))).toBe(4 * 10_080);
    expect(Array.from({ length: 6 }, (_, round) => growthIn(round, 2))).toEqual([0, 1, 2, 1, 0, 1]);
    expect(growthIn(5, 0)).toBe(0);
    expect(formatLine(growLine(lineOf("@4 RL @3 RLK"), 4, 1))).toBe("@4 RL @3 RLK @4 L @3 RLK");
    const spec = specOf([idea("@4 RLRR", { tail: { slots: 4, times: 1 } }), idea("@4 K-K-")], 1);
    expect(new Set(compiled(spec, 1).pieces.map(({ length }) => length))).toEqual(new Set([20_160, 10_080]));
  });
});
