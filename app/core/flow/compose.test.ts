import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { formatLine } from "../line/write";
import type { Phrase } from "../phrase/phrase";
import { findCeiling } from "../player/ceiling";
import { partsOf, strokesOf } from "../stroke/stroke";
import { anySpec, compiled, idea, specOf } from "../testing/flows";
import { FOUR_PIECE, WORKING } from "../testing/kits";
import { lineOf } from "../testing/lines";
import { runs } from "../testing/seed";
import { barTicks, bpm, ticks } from "../time/time";
import { layOut } from "../timeline/timeline";
import { type Composed, composeFlow, drawPaths, settleLine, type Variety } from "./compose";
import { compileFlow, drawFlow, isFlowProblem, type PlacedPiece } from "./draw";
import type { FlowSpec, Idea } from "./spec";

const KEPT: Variety = { path: "kept", accents: false, endings: [] };

describe("composing", () => {
  const drawn = (spec: FlowSpec, seed: number): PlacedPiece[] => {
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

  test("fills its bars exactly, and gives each playing its slots", () => {
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
      runs(80),
    );
  });

  test("shuffles accents without changing the sticking or their number; every stroke is equally likely", () => {
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

  test("replaces only the last cell of a repeat, with another one of its size", () => {
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

  test("draws each of several orchestrations; the sticking stays", () => {
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

  test("draws a path that is playable at the tempo, and leaves the other ideas where they are", () => {
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

  test("reports a line that is too fast to orchestrate", () => {
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

  test("writes a fill's layers into each stroke, so that it sounds the same among others", () => {
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

test("keeps the strokes of its ideas", () => {
  const spec = specOf([idea("@4 >RLrR"), idea("@4 (RK)--L")]);
  const ways = compiled(spec);
  const composed = composeFlow(drawFlow(ways, ways.counts, 5) ?? [], [], 5);
  const strokes = (line: Idea["versions"][number]) =>
    layOut({ ...spec, window: { start: ticks(0), length: ticks(40_320) }, line }).slots.flatMap(({ content }) =>
      partsOf(content).flatMap(strokesOf),
    );
  expect(strokes(composed.line)).toEqual(composed.playings.flatMap(({ line }) => strokes(line)));
});
