import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { readStickLine } from "../line/read";
import { appendLine, rateCells, repeatLine, replaceLastCell, takeSlots } from "../line/rewrite";
import { formatLine, formatSlots } from "../line/write";
import { readCell } from "../moves/shape";
import { countSlots, openingRate, type Phrase, playItems } from "../phrase/phrase";
import { anyLine, anyMeter } from "../testing/arbitraries";
import { LEFT_HANDED, WORKING } from "../testing/kits";
import { lineOf } from "../testing/lines";
import { runs } from "../testing/seed";
import { barTicks, bpm, type Meter, makeRate, type Rate, sameRate, slotTicks, ticks } from "../time/time";
import { layOut } from "../timeline/timeline";
import { listClosings, type NamedCell } from "./closing";
import { listEndings, listFixes, rankFor } from "./ending";
import { measureFit } from "./fit";
import { findLanding, rankLanding } from "./landing";

const FOUR_FOUR: Meter = { beats: 4, unit: 4 };

function phraseOf(text: string, given: Partial<Phrase> = {}): Phrase {
  const meter = given.meter ?? FOUR_FOUR;
  const window = { start: ticks(0), length: barTicks(meter) };
  return { meter, tempo: bpm(100), window, line: lineOf(text), ...given };
}
const BOOK: readonly NamedCell[] = ["RLK", "RLRRL", "K", "RL", "LR", "KK", "RLRRLK", "RLKK"].map((text) => ({
  name: `the ${text}`,
  cell: readCell(text) ?? [],
}));
const closings = (text: string, given: Partial<Phrase> = {}, bars = 4) =>
  listClosings(phraseOf(text, given), BOOK, bars, WORKING).map(({ way, line }) => `${way.kind}: ${formatLine(line)}`);

const anyPhrase = fc
  .record({
    meter: anyMeter,
    start: fc.integer({ min: 0, max: 12 }),
    eighths: fc.integer({ min: 1, max: 24 }),
    line: anyLine,
  })
  .map(
    ({ meter, start, eighths, line }): Phrase => ({
      meter,
      tempo: bpm(100),
      window: { start: ticks(start * 2_520), length: ticks(eighths * 5_040) },
      line: takeSlots(line, 120),
    }),
  );

describe("ways to close", () => {
  test("really close, each with its own line, window and tempo", () => {
    fc.assert(
      fc.property(anyPhrase, fc.integer({ min: 1, max: 8 }), (phrase, bars) => {
        for (const { line, window, tempo, landing } of listClosings(phrase, BOOK, bars, WORKING)) {
          const timeline = layOut({ ...phrase, line, window, tempo }, WORKING.kit);
          expect(measureFit(timeline, openingRate(line)).verdict).toBe("fits");
          expect(landing).toEqual(findLanding(timeline, WORKING));
          expect(readStickLine(formatLine(line)).line).not.toBeNull();
        }
      }),
      runs(150),
    );
  });
  test("with one slot left: a tail of one, start later, end sooner, fifteen bars to line up, or four with a tail", () => {
    expect(closings("@4 RLRRLx3")).toEqual([
      "tail: @4 RLRRLx3 K",
      "tail: @4 RLRRLx3 R",
      "shift: @4 RLRRLx3",
      "window: @4 RLRRLx3",
      "round: @4 RLRRLx48",
      "bars: @4 RLRRLx12 RLKK",
      "bars: @4 RLRRLx12 RLRR",
    ]);
  });
  test("with two left: single cells before pairs, better landings first", () => {
    const tails = listClosings(phraseOf("@4 RLRRLKKx2"), BOOK, 2, WORKING).filter(({ way }) => way.kind === "tail");
    expect(tails.map(({ way }) => way.kind === "tail" && way.text)).toEqual(["KK", "RL", "LR", "K K", "RL"]);
    const ranks = tails.slice(0, 3).map(({ landing }) => rankLanding(landing));
    expect(ranks).toEqual(ranks.toSorted((a, b) => b - a));
  });
  test("with too many: cut the last cell at either end, remove cells, or lengthen the window", () => {
    expect(closings("@4 RLRRLx3 RLK")).toEqual([
      "cut: @4 RLRRLx3 R",
      "cut: @4 RLRRLx3 K",
      "window: @4 RLRRLx3 RLK",
      "round: @4 [RLRRLx3 RLK]x8",
      "bars: @4 [RLRRLx3 RLK]x3 RLRRLx2",
    ]);
    expect(closings("@4 RLRRLx5")).toContain("drop: @4 RLRRLx3 R");
    expect(closings("@4 RLRRLx3 RLK", { window: { start: ticks(10_080), length: ticks(40_320) } })).toContain(
      "shift: @4 RLRRLx3 RLK",
    );
  });
  test("include other rates, with the tempo that keeps the speed of the hands", () => {
    const found = listClosings(phraseOf("@4 RLRRLKx4"), [], 4, WORKING).find(({ way }) => way.kind === "rate");
    expect(found).toMatchObject({ way: { kind: "rate", rate: { slots: 6, quarters: 1 } } });
    expect(found?.tempo).toBeCloseTo(66.667, 3);
  });
  test("aren't offered if nothing needs closing", () => {
    expect(closings("@4 RLRRLx2 RLRRLK")).toEqual([]);
    expect(closings("@4")).toEqual([]);
  });
  test("for a fraction of a slot have no tail, but move the window or the start", () => {
    const kinds = listClosings(phraseOf("@6 RLRRLK @7 RLRRLKK"), BOOK, 2, WORKING).map(({ way }) => way.kind);
    expect(kinds).not.toContain("rate");
    expect(kinds).toContain("window");
    const odd = listClosings(phraseOf("@3 RL @4 RLRR"), BOOK, 2, WORKING).filter(({ way }) => way.kind === "tail");
    expect(odd).toEqual([]);
  });
});

describe("rewriting lines", () => {
  test("repeating plays the line that many times", () => {
    fc.assert(
      fc.property(anyLine, fc.integer({ min: 1, max: 3 }), (line, times) => {
        const cells = (of: typeof line) =>
          playItems(of)
            .filter((item) => item.kind === "cell")
            .map((item) => `${formatSlots(item.item.slots)} ${item.rate.slots}/${item.rate.quarters}`);
        expect(cells(repeatLine(line, times))).toEqual(Array.from({ length: times }, () => cells(line)).flat());
      }),
    );
  });
  test("taking the first slots keeps order, rates and cells", () => {
    fc.assert(
      fc.property(anyLine, fc.integer({ min: 1, max: 40 }), (line, slots) => {
        const phrase = phraseOf("R");
        const [whole, taken] = [layOut({ ...phrase, line }), layOut({ ...phrase, line: takeSlots(line, slots) })];
        const tell = (timeline: typeof whole) =>
          timeline.slots.slice(0, slots).map((slot) => [slot.at, slot.cell, formatSlots([slot.content])]);
        expect(tell(taken)).toEqual(tell(whole));
        expect(taken.slots.length).toBe(Math.min(slots, whole.slots.length));
      }),
    );
  });
  test("cells at another rate: only those change, exactly", () => {
    const rate = makeRate(7) as Rate;
    fc.assert(
      fc.property(anyLine, fc.nat(6), fc.integer({ min: 1, max: 6 }), (line, from, many) => {
        const cells = (of: typeof line) => layOut({ ...phraseOf("R"), line: of }).cells;
        const before = cells(line);
        const after = cells(rateCells(line, from, from + many, rate));
        expect(after.map((cell) => formatSlots(cell.item.slots))).toEqual(
          before.map((cell) => formatSlots(cell.item.slots)),
        );
        const wrong = after.filter(
          (cell, index) =>
            !sameRate(cell.rate, index >= from && index < from + many ? rate : (before[index]?.rate ?? rate)),
        );
        expect(wrong).toEqual([]);
      }),
    );
  });
  test("hand-worked", () => {
    const sixes = makeRate(6) as Rate;
    expect(formatLine(rateCells(lineOf("@4 RLRRx4"), 1, 3, sixes))).toBe("@4 RLRR @6 RLRRx2 @4 RLRR");
    expect(formatLine(rateCells(lineOf("@4 RL | [RLK LR]x2 KK"), 2, 3, sixes))).toBe("@4 RL | RLK @6 LR @4 RLK LR KK");
    expect(formatLine(rateCells(lineOf("@4 <[RLK LR]x2 KK"), 1, 2, sixes))).toBe("@4 <[RLK @6 LR] @4 <[RLK LR] KK");
    expect(formatLine(rateCells(lineOf("@4 RL @6 RLK @4 KK"), 1, 2, makeRate(4) as Rate))).toBe("@4 RL RLK KK");
    expect(formatLine(repeatLine(lineOf("@4 RL @6 RLK"), 3))).toBe("@4 [RL @6 RLK @4]x3");
    expect(formatLine(repeatLine(lineOf("@4 RL | RLK"), 2))).toBe("@4 [RL RLK]x2");
    expect(formatLine(replaceLastCell(lineOf("@4 RLKx3"), readCell("KK") ?? []))).toBe("@4 RLKx2 KK");
    expect(formatLine(replaceLastCell(lineOf("@4 RLKx3"), []))).toBe("@4 RLKx2");
    expect(formatLine(appendLine(lineOf("@4 RL"), lineOf("@6 RLK")))).toBe("@4 RL @6 RLK");
    expect(countSlots(takeSlots(lineOf("@4 RLRRLx3"), 7))).toBe(7);
  });
});

/**
 * At 100 bpm a sixteenth lasts 150 ms, a sixteenth triplet 100 ms, a thirty-second 75 ms. The working drummer's hand
 * takes 203 ms from the snare to the crash.
 */
describe("landing, hand-worked", () => {
  test.each<[text: string, tempo: number, last: string, hands: string, kicks: number, lead: boolean | null]>([
    ["@4 RLRLx4", 100, "L", "R 300 free, L 150 busy", 0, false],
    ["@4 LRLRx4", 100, "R", "L 300 free, R 150 busy", 0, false],
    ["@4 RLRLx4", 120, "L", "R 250 free, L 125 busy", 0, false],
    ["@4 LRLRx4", 120, "R", "L 250 free, R 125 busy", 0, false],
    ["@8 RLRLx8", 100, "L", "R 150 busy, L 75 busy", 0, false],
    ["@8 RLRLx8", 130, "L", "R 115 busy, L 58 busy", 0, false],
    ["@4 RLRRLx2 RLRRLK", 100, "K", "L 300 free, R 450 free", 1, false],
    ["@4 LRLLRx2 LRLLRK", 100, "K", "R 300 free, L 450 free", 1, false],
    ["@4 RLRRLx3 K", 100, "K", "L 300 free, R 450 free", 1, false],
    ["@4 RLKKx4", 100, "K", "L 450 free, R 600 free", 2, false],
    ["@4 RLRRx4", 100, "R", "L 450 free, R 150 busy", 0, true],
    ["@4 LRLLx4", 100, "L", "R 450 free, L 150 busy", 0, true],
    ["@4 RLRRx4", 140, "R", "L 321 free, R 107 busy", 0, true],
    ["@4 RRRRx4", 100, "R", "L never free, R 150 busy", 0, null],
    ["@4 KKKKx4", 100, "K", "R never free, L never free", 16, null],
    ["@4 RLRLx3 (RK)(LK)(RK)(LK)", 100, "LK", "R 300 free, L 150 busy", 4, false],
    ["@4 RLRLx3 RL-(RL)", 110, "RL", "R 136 busy, L 136 busy", 0, false],
    ["@6 RLRRLKx4", 100, "K", "L 200 busy, R 300 free", 1, false],
    ["@4 RLRLx3 RLR-", 100, "R", "R 300 free, L 450 free", 0, true],
    ["@4 RLRLx3 RL{KK}K", 100, "K", "L 450 free, R 600 free", 3, false],
    ["@4 RLRLx3 RLK{RL}", 100, "L", "R 150 busy, L 75 busy", 0, false],
    ["@4 RLRLx3 KLK'R", 100, "R", "L 450 free, R 150 busy", 0, true],
  ])("%s at %i", (text, tempo, last, hands, kicks, lead) => {
    const landing = findLanding(layOut(phraseOf(text, { tempo: bpm(tempo) })), WORKING);
    if (!landing) throw new Error("nothing lands");
    const told = landing.hands.map(
      ({ hand, restSeconds, free }) =>
        `${hand} ${restSeconds === null ? "never" : Math.round(restSeconds * 1000)} ${free ? "free" : "busy"}`,
    );
    expect([landing.last.join(""), told.toSorted().join(), landing.kickRun, landing.lead?.isDoubled ?? null]).toEqual([
      last,
      hands.split(", ").toSorted().join(),
      kicks,
      lead,
    ]);
  });
});

describe("endings", () => {
  const endings = (text: string, tempo = 100) =>
    Object.fromEntries(
      listEndings(phraseOf(text, { tempo: bpm(tempo) }), WORKING).map((ending) => [ending.kind, ending]),
    );
  test("a crash needs a hand and the foot; a double of the foot has its limit", () => {
    expect(endings("@4 RLRRLx2 RLRRLK").crash).toMatchObject({
      good: true,
      hand: "R",
      kickSeconds: expect.closeTo(0.15),
    });
    expect(endings("@4 RLRRLx2 RLRRLK", 150).crash).toMatchObject({ good: false, kickSeconds: expect.closeTo(0.1) });
    expect(endings("@8 RLRLx8", 130).crash).toMatchObject({ good: false, kickSeconds: null });
  });
  test("a hard stop needs a free hand to choke what rings", () => {
    expect(endings("@4 RLRLx4").hit).toMatchObject({ good: true, hand: "R", place: "sn", rings: false });
    expect(endings("@4 RLRLx3 RLRL/f1", 100).hit).toMatchObject({ good: true, hand: "R", place: "sn" });
    expect(endings("@4 RLRLx3 LR/c1LL").hit).toMatchObject({
      hand: "R",
      place: "c1",
      rings: true,
      choke: null,
      good: false,
    });
    expect(endings("@4 LLLLx3 LLL/c1K").hit).toMatchObject({ hand: "R", place: "sn", handSeconds: null, good: true });
    expect(endings("@4 RLRLx4").stop).toMatchObject({ good: true, rings: null });
    expect(endings("@4 RLRLx3 RLRL/c1").stop).toMatchObject({ good: true, rings: "c1", choke: "R" });
    expect(endings("@8 R/rdLRLx8", 130).stop).toMatchObject({ good: false, rings: "rd", choke: null });
  });
  test("straight back into time needs the timekeeping hand", () => {
    expect(endings("@4 RLRLx4", 120).time).toMatchObject({ good: true, hand: "R" });
    expect(endings("@4 LRLRx4", 120).time).toMatchObject({ good: false, hand: "R" });
  });
  test("a stop half-way plays the first part, up to a beat", () => {
    const half = endings("@4 RLRRLx2 RLRRLK").half;
    expect(half).toMatchObject({ good: true, slots: 8, last: ["R"] });
    expect(half?.kind === "half" && formatLine(half.line)).toBe("@4 RLRRL RLR");
  });
  test("a silent phrase has no ending", () => {
    expect(listEndings(phraseOf("@4 ----"), WORKING)).toEqual([]);
  });
});

describe("fixes", () => {
  test("another lead, a kick at the end, another tail: each lands better and still fits", () => {
    fc.assert(
      fc.property(anyPhrase, fc.constantFrom(WORKING, LEFT_HANDED), (phrase, player) => {
        const before = findLanding(layOut(phrase, player.kit), player);
        const fit = measureFit(layOut(phrase), openingRate(phrase.line)).verdict;
        for (const { line, landing } of listFixes(phrase, BOOK, player)) {
          const timeline = layOut({ ...phrase, line }, player.kit);
          expect(measureFit(timeline, openingRate(line)).verdict).toBe(fit);
          expect(findLanding(timeline, player)).toEqual(landing);
          const wanted = player.hands.timekeeper;
          expect(before && rankFor(landing, wanted)).toBeGreaterThan(before ? rankFor(before, wanted) : 99);
        }
      }),
      runs(100),
    );
  });
  test("with the right hand last and a crash for the right: lead left, or end on a kick", () => {
    const fixes = listFixes(phraseOf("@4 LRLRx4", { tempo: bpm(120) }), BOOK, WORKING);
    expect(fixes.map(({ way, line }) => `${way.kind}: ${formatLine(line)}`)).toEqual([
      "kick: @4 LRLRx3 LRLK",
      "tail: @4 LRLRx3 RLKK",
      "mirror: @4 RLRLx4",
    ]);
  });
  test("an endless line isn't a fill, so nothing is tried", () => {
    expect(listFixes(phraseOf("@4 LRLRx251", { tempo: bpm(120) }), BOOK, WORKING)).toEqual([]);
    expect(closings("@4 LRLRx251")).toEqual([]);
  });
  test("a good landing is left alone", () => {
    expect(listFixes(phraseOf("@4 RLRRLx2 RLRRLK"), BOOK, WORKING)).toEqual([]);
  });
});

test("slot lengths of the table above", () => {
  expect(slotTicks(makeRate(8) as Rate)).toBe(1_260);
});
