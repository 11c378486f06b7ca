import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { readStickLine } from "../line/read";
import { formatLine } from "../line/write";
import type { Line } from "../phrase/phrase";
import { isBackbeat, pulseOf } from "../pulse/pulse";
import { isHand } from "../stroke/stroke";
import { anyLine } from "../testing/arbitraries";
import { anyKit, FOUR_PIECE } from "../testing/kits";
import { runs } from "../testing/seed";
import { barTicks, bpm, ticks } from "../time/time";
import { layOut } from "../timeline/timeline";
import { findCeiling } from "./ceiling";
import { limitsOf } from "./limits";
import { makePlayer } from "./player";
import { listVersions, type Variant, type VariantKind } from "./variants";

const METER = { beats: 4, unit: 4 } as const;
const TRAVEL = makePlayer(FOUR_PIECE, limitsOf("working", "R"));

function phraseOf(line: Line) {
  return { meter: METER, tempo: bpm(100), window: { start: ticks(0), length: barTicks(METER) }, line };
}

function read(text: string) {
  const { line } = readStickLine(text);
  if (!line) throw new Error(`cannot be read: ${text}`);
  return phraseOf(line);
}

function textOf(variants: readonly Variant[], kind: VariantKind): string | null {
  const found = variants.find((variant) => variant.kind === kind);
  return found ? formatLine(found.line) : null;
}

describe("easier versions", () => {
  test.each<[VariantKind, string, string]>([
    ["kicks-on-beats", "@4 RKKLRLKK", "@4 (RK)--L (RK)L--"],
    ["single-kicks", "@8 RKKLRKKL", "@8 RK-Lx2"],
    ["no-kicks", "@8 KKRLKKRL", "@8 --RLx2"],
    ["plain-strokes", "@4 'RL'RL", "@4 RLx2"],
    ["one-stroke-a-slot", "@4 {RR}L{RR}L", "@4 RLx2"],
    ["kick-leaves-unisons", "@4 (RK)(LK)", "@4 RL"],
    ["one-drum", "@4 R/snR/f1R/snR/f1", "@4 R/snx4"],
  ])("%s, by hand", (kind, text, expected) => {
    const phrase = read(text);
    const all = listVersions(phrase, { ...TRAVEL, limits: limitsOf("learner", "R") }).simpler;
    const found = textOf(all, kind);
    const same = (line: string) => readStickLine(line).line;
    expect(found && layOut(phraseOf(same(found) ?? [])).slots.map(({ content }) => content)).toEqual(
      layOut(phraseOf(same(expected) ?? [])).slots.map(({ content }) => content),
    );
  });

  test("with doubles for singles keep accents in their slots, and are faster", () => {
    const phrase = read("@4 >RLRL>RLRLRLRLRLRL");
    // Hands with fast doubles and slow singles.
    const rebounding = makePlayer(FOUR_PIECE, limitsOf("learner", "R", { R: { double: 9 }, L: { double: 9 } }));
    const all = listVersions(phrase, rebounding).simpler;
    const found = all.find(({ kind }) => kind === "doubles-for-singles");
    expect(found && formatLine(found.line)).toBe("@4 >RRLL>RRLLRRLLRRLL");
    const before = findCeiling(layOut(phrase, FOUR_PIECE), rebounding)?.bpm ?? 0;
    expect(found?.bpm).toBeGreaterThan(before);
  });

  test("with a shorter reach name the stroke and the surface", () => {
    const found = listVersions(read("@4 R/snL/snR/f1L/snR/snL/snR/f1L/sn"), TRAVEL).simpler.find(
      ({ kind }) => kind === "shorter-reach",
    );
    expect(found?.put).not.toBeNull();
    expect(found?.changed).toEqual([found?.put?.slot]);
  });

  test("are all faster than the phrase, fastest first, with accents and backbeat kept", () => {
    fc.assert(
      fc.property(anyLine, anyKit, (line, kit) => {
        const phrase = phraseOf(line);
        const player = makePlayer(kit, limitsOf("working", "L"));
        const timeline = layOut(phrase, kit);
        const before = findCeiling(timeline, player)?.bpm ?? Number.POSITIVE_INFINITY;
        const kept = timeline.slots
          .flatMap(({ index }) => timeline.events.filter(({ slot, grace }) => slot === index && grace === undefined))
          .filter(
            ({ limb, level, at, part }) =>
              level === "accent" || (part === 0 && isHand(limb) && level !== "ghost" && isBackbeat(at, pulseOf(METER))),
          );
        let last = Number.POSITIVE_INFINITY;
        for (const { line: changed, bpm: found, kind } of listVersions(phrase, player).simpler) {
          const ceiling = found ?? Number.POSITIVE_INFINITY;
          expect(ceiling).toBeGreaterThan(before);
          expect(ceiling).toBeLessThanOrEqual(last);
          last = ceiling;
          const laid = layOut({ ...phrase, line: changed }, kit);
          expect(laid.end).toBe(timeline.end);
          if (kind === "one-stroke-a-slot") continue;
          for (const { at, level } of kept) {
            expect(laid.events.some((event) => event.at === at && event.level === level)).toBe(true);
          }
        }
      }),
      runs(25),
    );
  });
});

describe("busier versions", () => {
  test.each<[VariantKind, string, string]>([
    ["kicks-in-gaps", "@4 R-L-", "@4 RKLK"],
    ["kicks-under-accents", "@4 >RL>RL", "@4 (>RK)L(>RK)L"],
    ["double-kicks", "@4 RLK", "@4 RL{KK}"],
    ["quick-doubles", "@4 >Rl", "@4 >R{ll}"],
    ["flams-on-accents", "@4 >RL", "@4 '>RL"],
    ["singles-for-doubles", "@4 RRLLRRLL", "@4 RLRLRLRL"],
    ["accents-on-toms", "@4 >RL>RL", "@4 >R/t1L>R/f1L"],
  ])("%s, by hand", (kind, text, expected) => {
    const found = textOf(listVersions(read(text), TRAVEL).busier, kind);
    const content = (line: string) => layOut(read(line)).slots.map((slot) => slot.content);
    expect(found && content(found)).toEqual(content(expected));
  });

  test("can be written, keep the length, and have a ceiling", () => {
    fc.assert(
      fc.property(anyLine, (line) => {
        const phrase = phraseOf(line);
        const timeline = layOut(phrase, FOUR_PIECE);
        for (const variant of listVersions(phrase, TRAVEL).busier) {
          expect(readStickLine(formatLine(variant.line)).line).not.toBeNull();
          const laid = layOut({ ...phrase, line: variant.line }, FOUR_PIECE);
          expect(laid.end).toBe(timeline.end);
          expect(findCeiling(laid, TRAVEL)?.bpm ?? null).toBe(variant.bpm);
          expect(variant.changed.length).toBeGreaterThan(0);
        }
      }),
      runs(25),
    );
  });
});
