/** Fit, landing and count: hand-worked cases. */

import fc from "fast-check";
import { describe, expect, test } from "vitest";
import type { Kit } from "../kit/kit";
import { readStickLine } from "../line/read";
import { openingRate } from "../phrase/phrase";
import { limitsOf, type PlayerLevel } from "../player/limits";
import { makePlayer, type Player } from "../player/player";
import { type CountStyle, countBeat, countSlot, groupUnits, speakSlot } from "../pulse/count";
import { anyLine } from "../testing/arbitraries";
import { FOUR_PIECE, kitOf, LARGE, LEFT_HANDED, SMALL, WORKING } from "../testing/kits";
import { barTicks, bpm, DEFAULT_RATE, type Meter, parseMeter, ticks } from "../time/time";
import { layOut } from "../timeline/timeline";
import { measureFit } from "./fit";
import { findLanding } from "./landing";

function timelineOf(text: string, meterText = "4/4", tempo = 120, window?: readonly [number, number]) {
  const line = readStickLine(text).line;
  const meter = parseMeter(meterText);
  if (!line || !meter) throw new Error(text);
  const [start, length] = window ?? [0, barTicks(meter)];
  return layOut({ meter, tempo: bpm(tempo), window: { start: ticks(start), length: ticks(length) }, line });
}

describe("fit", () => {
  test.each([
    ["@4 RLRRLx3", "4/4", "short", 15, 16, 1],
    ["@4 RLRRLx3 K", "4/4", "fits", 16, 16, 0],
    ["@4 RLRLKRL x2 RLR", "4/4", "over", 17, 16, -1],
    ["@6 RLRLLKKx3 RLK", "4/4", "fits", 24, 24, 0],
    ["@4 RLRRLx2 RLKK", "7/8", "fits", 14, 14, 0],
    ["@3 RLL", "7/8", "short", 3, 10.5, 7.5],
  ] as const)("%s in %s: %s", (text, meter, verdict, usedSlots, windowSlots, spareSlots) => {
    const fit = measureFit(timelineOf(text, meter), DEFAULT_RATE);
    expect(fit).toMatchObject({ verdict, usedSlots, windowSlots, spareSlots });
  });
  test("an empty line, and mixed rates", () => {
    expect(measureFit(timelineOf("@6"), { slots: 6, quarters: 1 })).toMatchObject({
      verdict: "empty",
      windowSlots: 24,
      spareSlots: 24,
    });
    expect(measureFit(timelineOf("@4 RLRL @6 RLK"), DEFAULT_RATE)).toMatchObject({ windowSlots: null, spareSlots: 15 });
  });
  test("used and spare add up to the window", () => {
    fc.assert(
      fc.property(anyLine, (line) => {
        const meter: Meter = { beats: 4, unit: 4 };
        const timeline = layOut({ meter, tempo: bpm(90), window: { start: ticks(0), length: barTicks(meter) }, line });
        const fit = measureFit(timeline, openingRate(line));
        expect(fit.used + fit.spare).toBe(fit.window);
        expect(fit.verdict === "fits").toBe(timeline.end === barTicks(meter));
      }),
    );
  });
});

describe("landing", () => {
  test("on a kick: both hands are free, and the kick leads into one", () => {
    const landing = findLanding(timelineOf("@4 >RlrrL >RlrrL RLRRLK"), WORKING);
    expect(landing).toMatchObject({
      one: 40_320,
      last: ["K"],
      timeLeft: 2_520,
      kickRun: 1,
      lead: { hand: "R", isDoubled: false },
    });
    expect(landing?.secondsLeft).toBeCloseTo(0.125, 12);
    expect(landing?.kickSpeed).toBeCloseTo(8, 12);
    expect(landing?.hands.map(({ hand, free }) => [hand, free])).toEqual([
      ["R", true],
      ["L", true],
    ]);
  });
  test("on the right hand: the left is free for the crash", () => {
    const landing = findLanding(timelineOf("@4 RLRLx3 RLLR"), WORKING);
    expect(landing?.last).toEqual(["R"]);
    expect(landing?.hands.map(({ hand, free }) => [hand, free])).toEqual([
      ["L", true],
      ["R", false],
    ]);
    expect(landing).toMatchObject({ kickRun: 0, kickSpeed: null });
  });
  test("mirrored, the other hand is free", () => {
    expect(findLanding(timelineOf("@4 LRLRx3 LRRL"), WORKING)?.hands[0]).toMatchObject({ hand: "R", free: true });
  });
  test("two kicks in one slot count as two, and the last is closer", () => {
    expect(findLanding(timelineOf("@4 RLRLx3 RLR{KK}"), WORKING)).toMatchObject({ kickRun: 2, timeLeft: 1_260 });
  });
  test("a kick that doesn't reach one doesn't lead into it", () => {
    expect(findLanding(timelineOf("@4 RLKK"), WORKING)).toMatchObject({
      one: 40_320,
      kickRun: 0,
      timeLeft: 40_320 - 7_560,
    });
  });
  test("after the window, one is the next bar line", () => {
    expect(findLanding(timelineOf("@4 RLRRLx4"), WORKING)).toMatchObject({ one: 80_640 });
  });
  test("a hand that doesn't play is free, and silence has no landing", () => {
    const landing = findLanding(timelineOf("@4 RRKK"), WORKING);
    expect(landing?.hands.find(({ hand }) => hand === "L")).toMatchObject({ rest: null, free: true });
    // Both are free, so the leading hand crashes.
    expect(landing?.hands[0]).toMatchObject({ hand: "R", free: true, crash: "c1" });
    expect(findLanding(timelineOf("@4 ----"), WORKING)).toBeNull();
  });
  test.each([
    ["RLRR", true],
    ["RLRLRR", true],
    ["RRLLR", true],
    ["RLR", true],
    ["RLLR", true],
    ["'>RLR", true],
    ["RLRRLL", false],
    ["RLRRL", false],
    ["RRLL", false],
    ["RLK", false],
    ["RRKK", null],
    ["KKH", null],
  ] as const)("repeats of %s join with the same hand twice: %s", (text, isDoubled) => {
    expect(findLanding(timelineOf(`@4 ${text}`), WORKING)?.lead?.isDoubled ?? null).toBe(isDoubled);
  });
});

/**
 * Worked out by hand from the time a hand needs to its nearest crash. For a working player: from the snare 204 ms (the
 * other hand 220), from tom 1 157 (170), from the floor tom 242 (262) to a crash on the left and 207 (223) to one on
 * the right. A sixteenth lasts 150 ms at 100 bpm and 107 ms at 140.
 */
describe("landings worked out by hand", () => {
  const FIVE_PIECE = kitOf("sn", "t1", "t2", "f1", "kk", "hp", "hh", "rd", "c1", "c2");
  const player = (kit: Kit, level: PlayerLevel = "working") => makePlayer(kit, limitsOf(level, "R"));
  const four = player(FOUR_PIECE);
  const five = player(FIVE_PIECE);
  const small = player(SMALL);
  const large = player(LARGE);
  const leftOnFive = makePlayer(FIVE_PIECE, limitsOf("working", "L"), { leading: "L", timekeeper: "L" });
  const toFloor = "RLRLx3 R/f1L/f1R/f1K";
  test.each<[string, Player, string, number, string]>([
    ["four-piece", four, "RLRLx4", 100, "R to c1, R free"],
    ["four-piece", four, "RLRLx4", 160, "R to c1, none free"],
    ["four-piece", four, "RLRLx3 RLLR", 100, "L to c1, L free"],
    ["four-piece", four, "RLRLx3 RLRK", 100, "R to c1, both free"],
    ["four-piece", four, toFloor, 140, "L to c1, L free"],
    ["four-piece", four, toFloor, 120, "R to c1, both free"],
    ["four-piece", four, "RLRLx3 RLR/f1L/f1", 140, "R to c1, none free"],
    ["four-piece", four, "RLRLx3 RL{RR}{LL}", 100, "R to c1, R free"],
    ["five-piece", five, toFloor, 140, "R to c2, both free"],
    ["five-piece", five, toFloor, 150, "L to c2, L free"],
    ["five-piece", five, "RLRLx3 R/t1L/t1R/t1L/t1", 100, "R to c1, R free"],
    ["five-piece", five, "RLRLx3 R/t1L/t1R/t1L/t1", 80, "R to c1, both free"],
    ["five-piece", five, "RLRLx4", 140, "R to c1, R free"],
    ["five-piece", five, "LRLRx4", 140, "L to c1, none free"],
    ["five-piece", five, "LRLRx4", 130, "L to c1, L free"],
    ["no crash", small, "RLRLx4", 100, "R to hh, R free"],
    ["no crash", small, "RLRLx3 R/f1L/f1R/f1L/f1", 100, "R to hh, R free"],
    ["no crash", small, "RLRLx3 R/f1L/f1R/f1L/f1", 140, "R to hh, none free"],
    ["large", large, toFloor, 140, "R to c2, both free"],
    ["large", large, "RLRLx3 (RL)---", 100, "R to c1, both free"],
    ["large", large, "KKKKx4", 100, "R to c1, both free"],
    ["left-handed", LEFT_HANDED, "LRLRx4", 100, "L to c1, L free"],
    ["left-handed", LEFT_HANDED, "LRLRx3 LRRL", 100, "R to c1, R free"],
    ["left hand leads", leftOnFive, "RLRLx3 RLRK", 100, "L to c1, both free"],
    // The leading hand would have to come from the floor tom; the other one is almost there.
    ["learner", player(FOUR_PIECE, "learner"), "RLRLx2 R/f1L/t1R/f1L/t1 ----", 60, "L to c1, both free"],
  ])("%s: %4$s", (_kit, who, text, tempo, expected) => {
    const landing = findLanding(timelineOf(`@4 ${text}`, "4/4", tempo), who);
    if (!landing) throw new Error("nothing lands");
    const free = landing.hands.filter((hand) => hand.free).map(({ hand }) => hand);
    const many = free.length === 2 ? "both" : (free[0] ?? "none");
    expect(`${landing.hands[0].hand} to ${landing.hands[0].crash}, ${many} free`).toBe(expected);
  });
});

describe("counting", () => {
  test.each([
    ["beats", 4, "2 e & a"],
    ["beats", 3, "2 & a"],
    ["beats", 2, "2 &"],
    ["beats", 1, "2"],
    ["beats", 5, "2 2 3 4 5"],
    ["beats", 6, "2 trip let & trip let"],
    ["trip-let", 3, "2 trip let"],
    ["trip-let", 4, "2 e & a"],
    ["trip-let", 6, "2 trip let & trip let"],
    ["halves", 6, "2 & a 2 & a"],
    ["halves", 4, "2 e & a"],
    ["french", 4, "ta fa te fe"],
    ["french", 3, "ta te ti"],
    ["south-indian", 5, "ta di gi na tom"],
    ["south-indian", 7, "ta ki ta ta ka di mi"],
  ] as const)("%s, %d to the beat: %s", (style, slots, syllables) => {
    expect(countBeat(style, slots, 2).join(" ")).toBe(syllables);
  });
  test("every style has a syllable for every position of every rate from 1 to 12", () => {
    for (const style of ["beats", "trip-let", "halves", "french", "south-indian"] as const) {
      for (const isDotted of [false, true]) {
        for (let slots = 1; slots <= 12; slots++) {
          const syllables = countBeat(style, slots, 3, isDotted);
          expect(syllables).toHaveLength(slots);
          expect(syllables.every((syllable) => syllable.length > 0)).toBe(true);
        }
      }
    }
  });
  test("a bar of mixed rates, a compound bar, a five across the beat", () => {
    const say = (text: string, meter: string, style: CountStyle = "beats") => {
      const timeline = timelineOf(text, meter);
      return timeline.slots.map((slot) => countSlot(style, slot, timeline.meter)).join(" ");
    };
    expect(say("@4 RLRL @3 RLL @2 RL @8 RLRLRLRL", "4/4")).toBe("1 e & a 2 & a 3 & 4 ta e ta & ta a ta");
    expect(say("@2 RLLRLL", "6/8", "trip-let")).toBe("1 la li 2 la li");
    expect(say("@4 RLRRL RLRRL", "4/4")).toBe("1 e & a 2 e & a 3 e");
    expect(say("@4 RLRRL RLK", "4/4", "cell")).toBe("1 2 3 4 5 1 2 3");
    expect(say("@3/2 RLR", "4/4")).toBe("1 a &");
    expect(say("@3/2 RLR", "4/4", "trip-let")).toBe("1 let trip");
  });
  // Written out by hand: how a dotted beat and odd bars are counted.
  test.each([
    ["@2 RLLRLL", "6/8", "beats", "1 & a 2 & a"],
    ["@4 RLRLRL RLRLRL", "6/8", "beats", "1 & trip & let & 2 & trip & let &"],
    ["@4 RLRLRL", "6/8", "trip-let", "1 ta la ta li ta"],
    ["@8 RLRLRLRLRLRL", "6/8", "beats", "1 e & a trip e & a let e & a"],
    ["@6 RLRLRL RLRLRL", "4/4", "halves", "1 & a 1 & a 2 & a 2 & a"],
    ["@4 RLRLRL", "6/8", "halves", "1 & trip & let &"],
    ["@4/3 RL @8/3 RLRL", "6/8", "beats", "1 & 2 e & a"],
    ["@2 RLRLRL RLRLRL", "12/8", "six", "1 2 3 4 5 6 7 8 9 10 11 12"],
    ["@4 RLRLRL", "6/8", "six", "1 & 2 & 3 &"],
    ["@4 RLRL", "4/4", "six", "1 e & a"],
    ["@2 RLRLRLR", "7/8", "groups", "1 2 1 2 1 2 3"],
    ["@4 RLRLRL", "7/8", "groups", "1 & 2 & 1 &"],
    ["@2 RLRLR", "5/8", "groups", "1 2 1 2 3"],
    ["@2 RLRLRLRL", "8/8", "groups", "1 2 3 1 2 3 1 2"],
    ["@2 RLRLRLRLRL", "10/8", "groups", "1 2 3 1 2 3 1 2 1 2"],
    ["@2 RLRLRLRLRLR", "11/8", "groups", "1 2 3 1 2 3 1 2 3 1 2"],
    ["@4 RLRL", "4/4", "groups", "1 e & a"],
  ] as const)("%s in %s, %s: %s", (text, meter, style, spoken) => {
    const timeline = timelineOf(text, meter);
    expect(timeline.slots.map((slot) => countSlot(style, slot, timeline.meter)).join(" ")).toBe(spoken);
  });
  // Silent parts are in brackets.
  test.each([
    ["@3/2 RLR", "4/4", "trip-let", "1 (trip) let (2) trip (let)"],
    ["@3/2 RLR", "4/4", "beats", "1 (&) a (2) & (a)"],
    ["@4 RLRL @2 RL @1 R", "4/4", "beats", "1 e & a 2 & 3"],
    ["@2/3 RL", "3/4", "beats", "1 (&) (2) & (3) (&)"],
    ["@3/2 RLR", "4/4", "cell", "1 2 3"],
    ["@5/2 RLRLR", "4/4", "beats", "1 3 5 2 4"],
  ] as const)("%s in %s, %s, spoken: %s", (text, meter, style, spoken) => {
    const timeline = timelineOf(text, meter);
    expect(timeline.slots.map((slot) => speakSlot(style, slot, timeline.meter)).join(" ")).toBe(spoken);
  });
  test("in every meter each group has two or three, and they add up to the bar", () => {
    for (let beats = 5; beats <= 32; beats++) {
      const groups = groupUnits({ beats, unit: 8 });
      if (!groups) continue;
      expect(groups.reduce((sum, size) => sum + size, 0)).toBe(beats);
      expect(groups.every((size) => size === 2 || size === 3)).toBe(true);
    }
  });
});
