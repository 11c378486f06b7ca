import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { countWays, totalWays } from "../graph/count";
import { formatLine } from "../line/write";
import { makeLine, mirrorLine, type Phrase } from "../phrase/phrase";
import { findCeiling } from "../player/ceiling";
import { isHand, partsOf, strokesOf } from "../stroke/stroke";
import { FOUR_PIECE, LEFT_HANDED, WORKING } from "../testing/kits";
import { lineOf } from "../testing/lines";
import { barTicks, beatTicks, bpm, ticks, ticksToSeconds } from "../time/time";
import { layOut } from "../timeline/timeline";
import { countCards, listCalls, showCalls, shownFrom } from "./calls";
import { type Composed, composeFlow, drawPaths, settleLine, type Variety } from "./compose";
import {
  compileFlow,
  countFlow,
  drawFlow,
  type FlowWays,
  isFlowProblem,
  type Playing,
  seedOf,
  weighFlow,
} from "./draw";
import { type FlowLoosened, listFittingBars, loosenFlow } from "./loosen";
import { growLine, growthIn, lengthOf } from "./piece";
import type { FlowRules, FlowSpec, Idea } from "./spec";

const FREE: FlowRules = { inRow: null, lead: "written", endsFree: false, meet: null };
const KEPT: Variety = { path: "kept", accents: false, endings: [] };

function idea(text: string, given: Partial<Idea> = {}): Idea {
  return { versions: [lineOf(text)], weight: 1, least: 0, most: null, tail: null, ...given };
}

function specOf(ideas: readonly Idea[], bars = 1, rules: Partial<FlowRules> = {}): FlowSpec {
  const meter = { beats: 4, unit: 4 } as const;
  return { meter, tempo: bpm(100), bars, ideas, rules: { ...FREE, ...rules }, leading: "R" };
}

function compiled(spec: FlowSpec, round = 0): FlowWays {
  const ways = compileFlow(spec, WORKING, round);
  if (isFlowProblem(ways)) throw new Error(ways.code);
  return ways;
}

const namesOf = (playings: readonly Playing[]) =>
  playings.map(({ piece }) => `${piece.idea}${piece.mirrored ? "'" : ""}`).join(" ");

/** Brute force: every sequence of ideas and leads, held against the rules as they are said. */
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
      // Each slot on the grid that begins anew with its bar.
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

const TEXTS = [
  "@4 RLR",
  "@4 RLRR",
  "@4 RLRRL",
  "@4 RLRLKK",
  "@4 LRRL",
  "@2 RL",
  "@3 RLR",
  "@6 RLKRLK",
  "@4 K-K",
  "@2 K-",
];

const anySpec = fc
  .record({
    texts: fc.uniqueArray(fc.constantFrom(...TEXTS), { minLength: 2, maxLength: 4 }),
    inRow: fc.constantFrom(null, 1, 2, 3),
    lead: fc.constantFrom("written" as const, "same" as const, "alternate" as const),
    least: fc.array(fc.integer({ min: 0, max: 2 }), { minLength: 4, maxLength: 4 }),
    most: fc.array(fc.constantFrom(null, 1, 2, 3), { minLength: 4, maxLength: 4 }),
    isBound: fc.boolean(),
    meet: fc.option(fc.record({ idea: fc.nat(1), slot: fc.integer({ min: 0, max: 15 }) })),
  })
  .map(({ texts, inRow, lead, least, most, isBound, meet }) =>
    specOf(
      texts.map((text, index) =>
        idea(text, isBound ? { least: Math.min(least[index] ?? 0, most[index] ?? 9), most: most[index] ?? null } : {}),
      ),
      1,
      { inRow, lead, meet: meet && { idea: meet.idea, at: ticks(meet.slot * 2520) } },
    ),
  );

describe("counting", () => {
  test("by hand: threes and fives in a bar of sixteenths", () => {
    // 3a + 5b = 16: two fives and two threes, in any order of the four.
    expect(countFlow(compiled(specOf([idea("@4 RLR"), idea("@4 RLRRL")])))).toBe(6n);
    // Not twice in a row: 3 5 3 5 and 5 3 5 3.
    expect(countFlow(compiled(specOf([idea("@4 RLR"), idea("@4 RLRRL")], 1, { inRow: 1 })))).toBe(2n);
    // A three on the second beat's second sixteenth: after 5, and then the rest in any order.
    expect(
      countFlow(compiled(specOf([idea("@4 RLR"), idea("@4 RLRRL")], 1, { meet: { idea: 0, at: ticks(5 * 2520) } }))),
    ).toBe(2n);
  });

  test("triplets begin only where their grid has a place", () => {
    // Two beats of triplets, two of fours: any of the six orders by beats; a five would leave the grid.
    const spec = specOf([idea("@3 RLR"), idea("@4 RLRR"), idea("@4 RLRRL")]);
    for (const way of listAll(spec)) expect(way).not.toMatch(/2 0/);
    expect(countFlow(compiled(spec))).toBe(BigInt(listAll(spec).length));
  });

  test("is what brute force finds, under any rules", () => {
    fc.assert(
      fc.property(anySpec, (spec) => {
        const ways = compileFlow(spec, WORKING);
        if (isFlowProblem(ways)) return;
        expect(countFlow(ways)).toBe(BigInt(listAll(spec).length));
      }),
      { numRuns: 250 },
    );
  });

  test("a draw is one of the ways that brute force finds, ends on the bar, and comes back with its seed", () => {
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
      { numRuns: 150 },
    );
  });

  test("an ending that must leave a hand free leaves one, at that tempo for that player", () => {
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
  /** Pearson's chi-square of counts against what is expected of each. */
  const chiSquare = (counts: readonly number[], expected: readonly number[]) =>
    counts.reduce((sum, count, index) => sum + (count - (expected[index] ?? 1)) ** 2 / (expected[index] ?? 1), 0);

  test("every way is drawn as often as any other", () => {
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
    // The mean of chi-square is its degrees of freedom, its variance twice that: five standard deviations.
    expect(
      chiSquare(
        [...counts.values()],
        all.map(() => 200),
      ),
    ).toBeLessThan(free + 5 * Math.sqrt(2 * free));
  });

  test("weights of ideas and joins make a way as much likelier as their product", () => {
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
    // Weights change what is likely, never what there is.
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

  test("weights stay exact where counts are too large for plain numbers", () => {
    const ways = compiled(specOf([idea("@4 RLR"), idea("@4 RLRR"), idea("@4 RLRRL")], 16));
    const thrice = new Uint16Array(ways.graph.edgeLabel.length).fill(3);
    // All weights 3: every way of n playings counts 3 to the n times; a twin that adds up by playings says the same.
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

describe("what cannot be drawn", () => {
  test("is named", () => {
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

  test("rules to loosen are the smallest sets without which there is a way", () => {
    const stuck = specOf([idea("@4 RLR", { most: 1 }), idea("@4 RLRRL")], 1, { inRow: 2 });
    expect(loosenFlow(stuck, WORKING)).toEqual([[{ kind: "most", idea: 0 }]]);
    const never = specOf([idea("@4 RLRLRL"), idea("@4 RLRR-R")]);
    expect(loosenFlow(never, WORKING)).toEqual([]);
    // Sixes fill three bars of sixteen, and no fewer.
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
      { numRuns: 60 },
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
  test("two beats become three, then four, and come back", () => {
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

describe("composing", () => {
  const drawn = (spec: FlowSpec, seed: number): Playing[] => {
    const ways = compiled(spec);
    const playings = drawFlow(ways, ways.counts, seed);
    if (!playings) throw new Error("no way");
    return playings;
  };
  const phraseOf = ({ line }: Composed, { meter, tempo, bars }: FlowSpec): Phrase => ({
    meter,
    tempo,
    window: { start: ticks(0), length: ticks(bars * barTicks(meter)) },
    line,
  });

  test("the line fills its bars exactly, and each playing has its slots", () => {
    fc.assert(
      fc.property(anySpec, fc.nat(), (spec, seed) => {
        const ways = compileFlow(spec, WORKING);
        const playings = isFlowProblem(ways) ? null : drawFlow(ways, ways.counts, seed);
        if (!playings) return;
        const composed = composeFlow(playings, [], seed);
        const timeline = layOut(phraseOf(composed, spec), FOUR_PIECE);
        expect(timeline.end).toBe(spec.bars * barTicks(spec.meter));
        for (const { at, length, from, to } of composed.playings) {
          expect(timeline.slots[from]?.at).toBe(at);
          const last = timeline.slots[to];
          expect((last?.at ?? 0) + (last?.duration ?? 0)).toBe(at + length);
        }
      }),
      { numRuns: 80 },
    );
  });

  test("accents that are shuffled keep the sticking and their number; each stroke is as likely", () => {
    const spec = specOf([idea("@4 >RLRRLRLL"), idea("@4 R>LKR>LK--")]);
    const bare = (line: string) => line.replaceAll(">", "");
    const seen = new Map<string, number>();
    for (let seed = 0; seed < 4000; seed++) {
      const playings = drawn(spec, seed);
      const plain = composeFlow(playings, [KEPT, KEPT], seed);
      const shuffled = composeFlow(playings, [{ ...KEPT, accents: true }, KEPT], seed);
      if (seed < 50) {
        const written = shuffled.playings.map(({ line }) => formatLine(line));
        expect(written.map(bare)).toEqual(plain.playings.map(({ line }) => bare(formatLine(line))));
        for (const [index, text] of written.entries()) {
          expect(text.split(">").length).toBe(formatLine(plain.playings[index]?.line ?? []).split(">").length);
        }
      }
      const first = shuffled.playings.find(({ idea: one }) => one === 0);
      if (first) {
        const text = formatLine(first.line);
        seen.set(text, (seen.get(text) ?? 0) + 1);
      }
    }
    const counts = [...seen.values()];
    expect(counts).toHaveLength(8);
    const mean = counts.reduce((sum, count) => sum + count, 0) / 8;
    for (const count of counts) expect(Math.abs(count - mean)).toBeLessThan(6 * Math.sqrt(mean));
  });

  test("the last cell of a repeat, and only that, is changed for another one of its size", () => {
    const spec = specOf([idea("@4 RLRR"), idea("@4 K-K-")], 2);
    const endings = [lineOf("@4 LLRL"), lineOf("@4 RLRLR")].map((line) =>
      line.flatMap((item) => (item.kind === "cell" ? item.slots : [])),
    );
    let changed = 0;
    for (let seed = 0; seed < 60; seed++) {
      const { playings } = composeFlow(drawn(spec, seed), [{ ...KEPT, endings }, KEPT], seed);
      for (const [index, playing] of playings.entries()) {
        const isRepeat = playings[index - 1]?.idea === playing.idea;
        const isLast = playings[index + 1]?.idea !== playing.idea;
        expect(playing.isChanged).toBe(playing.idea === 0 && isRepeat && isLast);
        if (playing.isChanged) {
          expect(formatLine(playing.line)).toBe("@4 LLRL");
          changed++;
        }
      }
    }
    expect(changed).toBeGreaterThan(20);
  });

  test("of several orchestrations each is drawn; the sticking stays", () => {
    const versions = ["@4 RLRR", "@4 R/t1LRR", "@4 RLR/f1R"].map(lineOf);
    const spec = specOf([idea("@4 RLRR", { versions }), idea("@4 KKKK")], 4);
    const seen = new Set<string>();
    for (let seed = 0; seed < 20; seed++) {
      for (const { idea: one, line } of composeFlow(drawn(spec, seed), [{ ...KEPT, path: "versions" }], seed)
        .playings) {
        if (one === 0) seen.add(formatLine(line));
      }
    }
    expect([...seen].sort()).toEqual(versions.map(formatLine).sort());
  });

  test("a path that is drawn anew can be played at the tempo, and leaves the other ideas where they are", () => {
    const spec = specOf([idea("@4 RLRLRL"), idea("@4 R/hhL/snKK")], 2, { inRow: 2 });
    const variety: Variety[] = [{ ...KEPT, path: "anew" }, KEPT];
    const surfaces = ["sn", "t1", "f1", "hh"] as const;
    const paths = new Set<string>();
    for (let seed = 0; seed < 25; seed++) {
      const composed = composeFlow(drawn(spec, seed), variety, seed);
      const placed = drawPaths(composed, variety, spec, WORKING, { surfaces: [...surfaces], seed });
      if ("code" in placed) throw new Error(placed.code);
      const timeline = layOut(phraseOf(placed, spec), FOUR_PIECE);
      expect(findCeiling(timeline, WORKING)?.bpm ?? 400).toBeGreaterThanOrEqual(spec.tempo - 1e-6);
      for (const { idea: one, line } of placed.playings) {
        const sticking = formatLine(line).replaceAll(/\/../g, "");
        expect(sticking).toBe(one === 0 ? "@4 RLRLRL" : "@4 RLKK");
        if (one === 1) expect(formatLine(line)).toBe("@4 R/hhLKK".replace("L", "L/sn"));
        else paths.add(formatLine(line));
      }
    }
    expect(paths.size).toBeGreaterThan(15);
  });

  test("a line that is too fast to be placed is said to be", () => {
    const spec = { ...specOf([idea("@8 RRRRRRRR"), idea("@4 RLRL")]), tempo: bpm(240) };
    const variety: Variety[] = [
      { ...KEPT, path: "anew" },
      { ...KEPT, path: "anew" },
    ];
    const ways = compiled(spec);
    for (let seed = 0; seed < 30; seed++) {
      const playings = drawFlow(ways, ways.counts, seed) ?? [];
      if (!playings.some(({ piece }) => piece.idea === 0)) continue;
      const placed = drawPaths(composeFlow(playings, variety, seed), variety, spec, WORKING, {
        surfaces: ["sn"],
        seed,
      });
      expect(placed).toMatchObject({ code: "too-fast" });
      return;
    }
    throw new Error("the fast idea was never drawn");
  });

  test("a fill's layers are said stroke by stroke, so that it sounds the same among others", () => {
    const line = lineOf("@4 RLRL");
    const phrase = { ...phraseOf({ line, playings: [] }, specOf([])), voicing: [] };
    const laid = layOut(
      {
        ...phrase,
        voicing: [{ on: true, rule: { kind: "one", on: "t1" }, filter: { limbs: ["L"], cells: null, levels: null } }],
      },
      FOUR_PIECE,
    );
    const settled = settleLine(
      line,
      laid.slots.map(({ voiced }) => voiced),
    );
    expect(formatLine(settled)).toBe("@4 RL/t1RL/t1");
    expect(layOut({ ...phrase, line: settled }, FOUR_PIECE).events.map(({ place }) => place)).toEqual(
      laid.events.map(({ place }) => place),
    );
  });
});

describe("calls", () => {
  test("playings in a row of one idea are one call", () => {
    const at = (index: number) => index * 10;
    const playings = [0, 0, 1, 0].map((one, index) => ({ idea: one, grown: 0, at: at(index), length: 10 }));
    expect(listCalls(playings)).toEqual([
      { idea: 0, grown: 0, times: 2, at: 0, length: 20, from: 0, to: 1 },
      { idea: 1, grown: 0, times: 1, at: 20, length: 10, from: 2, to: 2 },
      { idea: 0, grown: 0, times: 1, at: 30, length: 10, from: 3, to: 3 },
    ]);
  });

  test("a call keeps its card until it is played, and no other one takes it before", () => {
    fc.assert(
      fc.property(fc.integer({ min: 2, max: 5 }), fc.integer({ min: 3, max: 40 }), (cards, many) => {
        const callOf = (number: number) => (number < many ? number : null);
        for (let playing = 0; playing < many; playing++) {
          const now = showCalls(playing, cards, callOf);
          const next = showCalls(playing + 1, cards, callOf);
          expect(new Set(now.map(({ card }) => card)).size).toBe(now.length);
          expect(now[0]?.call).toBe(playing);
          for (const shown of now.slice(1)) {
            expect(next.find(({ number }) => number === shown.number)?.card).toBe(shown.card);
          }
        }
        for (let number = 0; number < many; number++) {
          const from = shownFrom(number, cards);
          expect(showCalls(from, cards, callOf).some((shown) => shown.number === number)).toBe(true);
          if (from > 0) expect(showCalls(from - 1, cards, callOf).some((shown) => shown.number === number)).toBe(false);
        }
      }),
    );
  });

  test("no call is late: over 10 000 seeds and tempos each is shown at least a beat before it is played", () => {
    const specs = [
      specOf([idea("@4 R"), idea("@4 RLR"), idea("@4 RLRRL")], 4),
      specOf([idea("@4 RLR"), idea("@4 RLRRL")], 2, { inRow: 2 }),
      specOf([idea("@3 RLR"), idea("@4 RLRR"), idea("@6 RLKRLK")], 4, { lead: "alternate" }),
      specOf([idea("@2 RL"), idea("@4 RL"), idea("@4 RLRLRLRLRLR")], 8),
    ].map((spec) => compiled(spec));
    let calls = 0;
    for (let seed = 0; seed < 10_000; seed++) {
      const ways = specs[seed % specs.length] as FlowWays;
      const { spec } = ways;
      const tempo = bpm(30 + ((seed * 7) % 271));
      const perTick = ticksToSeconds(1, tempo, spec.meter);
      const beat = beatTicks(spec.meter);
      const cards = countCards(spec.ideas, beat, perTick);
      // Two rounds one after the other: the cards go on.
      const whole = spec.bars * barTicks(spec.meter);
      const all = [0, 1].flatMap((round) =>
        listCalls(composeFlow(drawFlow(ways, ways.counts, seedOf(seed, round)) ?? [], [], seed).playings).map(
          (call) => ({ ...call, at: call.at + round * whole }),
        ),
      );
      for (const [number, call] of all.entries()) {
        const from = shownFrom(number, cards);
        if (from < 0) continue;
        calls++;
        const before = call.at - (all[from]?.at ?? 0);
        if (before < beat) throw new Error(`seed ${seed}: call ${number} is shown ${before} ticks before`);
        // A page that is held up for 100 ms still shows it before it is needed.
        if (before * perTick <= 0.1) throw new Error(`seed ${seed}: ${before * perTick} s`);
      }
    }
    expect(calls).toBeGreaterThan(50_000);
  });
});

test("strokes of a composed line are those of its ideas", () => {
  const spec = specOf([idea("@4 >RLrR"), idea("@4 (RK)--L")]);
  const ways = compiled(spec);
  const composed = composeFlow(drawFlow(ways, ways.counts, 5) ?? [], [], 5);
  const strokes = (line: Idea["versions"][number]) =>
    layOut({ ...spec, window: { start: ticks(0), length: ticks(40_320) }, line }).slots.flatMap(({ content }) =>
      partsOf(content).flatMap(strokesOf),
    );
  expect(strokes(composed.line)).toEqual(composed.playings.flatMap(({ line }) => strokes(line)));
});
