import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { countWays, drawWays, totalWays } from "../graph/count";
import { takeBest } from "../graph/rank";
import { circumstancesOf } from "../groove/ostinato";
import type { Kit } from "../kit/kit";
import { readStickLine } from "../line/read";
import { placeStrokes } from "../line/rewrite";
import { formatLine } from "../line/write";
import { ALL_STROKES, keepsBackbeat } from "../orchestration/layers";
import { findCeiling } from "../player/ceiling";
import { type Limits, limitsOf } from "../player/limits";
import type { Circumstances, Ostinato } from "../player/motions";
import { makePlayer } from "../player/player";
import type { KitVoice } from "../stroke/stroke";
import { anyKit, anyLimits, FOUR_PIECE, kitOf, WORKING } from "../testing/kits";
import { runs } from "../testing/seed";
import { USUAL } from "../testing/settings";
import { barTicks, bpm, ticks } from "../time/time";
import { layOut, type Timeline } from "../timeline/timeline";
import {
  ceilingOfWay,
  findOrchestrations,
  isOrchestrationProblem,
  type Orchestrations,
  placesOfWay,
  strokesOfWay,
} from "./find";
import { makeOrchestrationScorer, NO_PLACING_WEIGHTS, rankOrchestrations } from "./score";

const METER = { beats: 4, unit: 4 } as const;

function phraseOf(text: string, tempo: number) {
  const { line } = readStickLine(text);
  if (!line) throw new Error(`cannot be read: ${text}`);
  return { meter: METER, tempo: bpm(tempo), window: { start: ticks(0), length: barTicks(METER) }, line };
}

function orchestrations(
  timeline: Timeline,
  kit: Kit,
  limits: Limits,
  surfaces: readonly KitVoice[],
  ostinato: Circumstances | null = null,
): Orchestrations | null {
  const found = findOrchestrations({ timeline, player: makePlayer(kit, limits), surfaces, ostinato });
  return isOrchestrationProblem(found) ? null : found;
}

/** The twin: writes every orchestration into the line, lays it out, and compares its top tempo with the tempo. */
function listByTrying(
  text: string,
  tempo: number,
  kit: Kit,
  limits: Limits,
  surfaces: readonly KitVoice[],
  ostinato: Ostinato,
): KitVoice[][] {
  const phrase = phraseOf(text, tempo);
  const timeline = layOut(phrase, kit);
  const hands = timeline.events.filter(({ limb, grace }) => grace === undefined && (limb === "R" || limb === "L"));
  const explicit = (index: number) => {
    const { slot, part, limb } = hands[index] as (typeof hands)[number];
    const content = timeline.slots[slot]?.content;
    const piece = content?.kind === "split" ? content.parts[part] : content;
    return piece?.kind === "strokes" ? piece.strokes.find((stroke) => stroke.limb === limb)?.place : undefined;
  };
  const found: KitVoice[][] = [];
  const walk = (places: KitVoice[]) => {
    if (places.length === hands.length) {
      const line = placeStrokes(
        phrase.line,
        hands.map((event, index) => [event, places[index] as KitVoice]),
      );
      const tried = layOut({ ...phrase, line }, kit);
      const ceiling = findCeiling(tried, makePlayer(kit, limits), ostinato(tried));
      if (!ceiling || ceiling.bpm >= tempo * (1 - 1e-9)) found.push(places);
      return;
    }
    const own = explicit(places.length);
    for (const place of own ? [own] : surfaces) walk([...places, place]);
  };
  walk([]);
  return found;
}

test("strokes that a layer keeps on the backbeat stay there, and are left to the layer", () => {
  const voicing = [{ on: true, rule: { kind: "backbeat", on: "sn" }, filter: ALL_STROKES }] as const;
  expect(keepsBackbeat(voicing)).toBe(true);
  expect(keepsBackbeat([{ ...voicing[0], on: false }])).toBe(false);
  const timeline = layOut({ ...phraseOf("@2 RLRLRLRL", 60), voicing }, FOUR_PIECE);
  const spec = { timeline, player: WORKING, surfaces: ["sn", "t1", "f1"] as const };
  const count = (keeps: boolean) => {
    const found = findOrchestrations({ ...spec, keepsBackbeat: keeps });
    if (isOrchestrationProblem(found)) throw new Error(found.code);
    return { found, total: totalWays(countWays(found.graph)) };
  };
  const { found, total } = count(true);
  // Two of the eight strokes have one possible surface instead of three.
  expect(total).toBe(3n ** 6n);
  expect(count(false).total).toBe(3n ** 8n);
  for (const way of drawWays(countWays(found.graph), 20, 7)) {
    expect([2, 6].map((stroke) => placesOfWay(found, way)[stroke])).toEqual(["sn", "sn"]);
    expect(strokesOfWay(found, way)).toHaveLength(6);
  }
});

const anyShortText = fc
  .array(fc.constantFrom("R", "L", ">R", "l", "'R", "'L", "(RL)", "(RK)", "K", "-", "R/t1", "{RL}"), {
    minLength: 1,
    maxLength: 5,
  })
  .map((slots) => `@4 ${slots.join("")}`);

const THREE: readonly KitVoice[] = ["sn", "f1", "hh"];

/** Nothing; hard swing; the bass drum on every beat. */
const anyTempo = fc.integer({ min: 60, max: 300 });
const anyOstinato = fc.constantFrom(
  {},
  { follows: true, feel: { ...USUAL.feel, swing: { unit: 4, share: 0.7 } } } as const,
  { kickOnBeats: true },
);

describe("orchestrations", () => {
  test("are exactly those found by trying all", () => {
    fc.assert(
      fc.property(anyShortText, anyTempo, anyKit, anyLimits, anyOstinato, (text, tempo, whole, limits, setting) => {
        const kit = {
          surfaces: [
            ...whole.surfaces.filter(({ place }) => !["f1", "hh", "t1"].includes(place)),
            ...kitOf("f1", "hh", "t1").surfaces,
          ],
        };
        const timeline = layOut(phraseOf(text, tempo), kit);
        const ostinato: Ostinato = (laid) => circumstancesOf(laid, { ...USUAL, ...setting }, [], kit);
        const found = orchestrations(timeline, kit, limits, THREE, ostinato(timeline));
        const expected = listByTrying(text, tempo, kit, limits, THREE, ostinato);
        const hasHands = timeline.events.some(({ limb }) => limb === "R" || limb === "L");
        if (!found) {
          expect(hasHands ? expected : []).toEqual([]);
          return;
        }
        expect(totalWays(countWays(found.graph))).toBe(BigInt(expected.length));
        const scorer = makeOrchestrationScorer(found, NO_PLACING_WEIGHTS);
        const ours = takeBest(rankOrchestrations(found, scorer), 1_000).map(({ way }) =>
          placesOfWay(found, way).join(),
        );
        expect(ours.toSorted()).toEqual(expected.map((places) => places.join()).toSorted());
      }),
      runs(30),
    );
  });

  test("are ranked best first by the same score", () => {
    const weights = { ease: 40, travel: 30, melody: 50, contrast: 20, crossing: -60, backbeat: 30 };
    fc.assert(
      fc.property(anyShortText, fc.integer({ min: 60, max: 160 }), (text, tempo) => {
        const found = orchestrations(
          layOut(phraseOf(text, tempo), FOUR_PIECE),
          FOUR_PIECE,
          limitsOf("working", "R"),
          THREE,
        );
        if (!found) return;
        const scorer = makeOrchestrationScorer(found, weights, ["f1", "sn"], 10);
        const all = takeBest(rankOrchestrations(found, scorer), 1_000);
        for (const { way, score } of all) expect(scorer.total(way)).toBe(score);
        const scores = all.map(({ score }) => score);
        expect(scores).toEqual(scores.toSorted((a, b) => b - a));
        const some = takeBest(rankOrchestrations(found, scorer), 5).map(({ score }) => score);
        expect(some).toEqual(scores.slice(0, 5));
      }),
      runs(30),
    );
  });

  test("are drawn uniformly: each of nine ways about equally often", () => {
    const found = orchestrations(
      layOut(phraseOf("@2 RL", 60), FOUR_PIECE),
      FOUR_PIECE,
      limitsOf("advanced", "R"),
      THREE,
    );
    if (!found) throw new Error("there are orchestrations");
    const counts = countWays(found.graph);
    expect(totalWays(counts)).toBe(9n);
    const seen = new Map<string, number>();
    for (const way of drawWays(counts, 9_000, 7)) {
      const key = placesOfWay(found, way).join();
      seen.set(key, (seen.get(key) ?? 0) + 1);
    }
    expect(seen.size).toBe(9);
    // 1 000 each on average; five standard deviations are about 150.
    for (const many of seen.values()) expect(Math.abs(many - 1_000)).toBeLessThan(150);
    expect(drawWays(counts, 20, 7)).toEqual(drawWays(counts, 20, 7));
  });

  test("keep surfaces written in the line, and write the rest into it", () => {
    const phrase = phraseOf("@4 R/t1LRLx2", 90);
    const found = orchestrations(layOut(phrase, FOUR_PIECE), FOUR_PIECE, limitsOf("working", "R"), THREE);
    if (!found) throw new Error("there are orchestrations");
    const scorer = makeOrchestrationScorer(found, { ...NO_PLACING_WEIGHTS, melody: 100 });
    const [best] = takeBest(rankOrchestrations(found, scorer), 1);
    if (!best) throw new Error("there is a best one");
    expect(placesOfWay(found, best.way)[0]).toBe("t1");
    const strokes = strokesOfWay(found, best.way);
    expect(strokes).toHaveLength(6);
    const line = placeStrokes(phrase.line, strokes);
    expect(readStickLine(formatLine(line)).line).toEqual(line);
    const laid = layOut({ ...phrase, line }, FOUR_PIECE);
    expect(laid.events.map(({ place }) => place)).toEqual(placesOfWay(found, best.way));
    const expected = findCeiling(laid, makePlayer(FOUR_PIECE, limitsOf("working", "R")))?.bpm;
    expect(ceilingOfWay(found, best.way)?.bpm).toBe(expected);
  });

  test("explain why there are none", () => {
    const player = makePlayer(FOUR_PIECE, limitsOf("learner", "R"));
    const ask = (text: string, tempo: number, surfaces: readonly KitVoice[] = THREE) =>
      findOrchestrations({ timeline: layOut(phraseOf(text, tempo), FOUR_PIECE), player, surfaces });
    expect(ask("@4 KK", 60)).toEqual({ code: "no-strokes" });
    expect(ask("@4 RL", 60, [])).toEqual({ code: "no-surfaces" });
    expect(ask("@8 RRRRRRRR", 200)).toMatchObject({ code: "too-fast", ceiling: { bottleneck: { limb: "R" } } });
    expect(ask(`@4 ${"RL".repeat(150)}`, 60)).toMatchObject({ code: "too-long", strokes: 300 });
  });
});
