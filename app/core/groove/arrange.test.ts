import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { anyLine } from "../testing/arbitraries";
import { arrangementOf, BAR, FOUR_FOUR, notesOf, positions, QUARTER, SHUFFLE, timelineOf } from "../testing/arranging";
import { lineOf } from "../testing/lines";
import { runs } from "../testing/seed";
import { EIGHTHS, LEFT_CRASH, USUAL } from "../testing/settings";
import { barTicks, bpm, type Meter, parseMeter, ticks, ticksToSeconds } from "../time/time";
import { layOut } from "../timeline/timeline";
import { arrange, arrangeRange } from "./arrange";
import { type Feel, STRAIGHT, swingAt } from "./feel";
import type { Groove } from "./groove";
import { carryOver, listCountIn, listPass, phraseAt, slotSounding } from "./loop";
import type { Arrangement } from "./sounding";

describe("one bar of groove and one of fill", () => {
  const arrangement = arrangementOf("@4 RLRRLx3 K", { countInBars: 1 });
  test("lasts two bars, with the fill in the second", () => {
    expect(arrangement).toMatchObject({ length: 2 * BAR, countIn: BAR, fillAt: BAR });
    expect(notesOf(arrangement, "groove").every((note) => note.at < BAR)).toBe(true);
    expect(notesOf(arrangement, "fill").map((note) => (note.at - BAR) / 2_520)).toEqual(
      Array.from({ length: 16 }, (_, i) => i),
    );
  });
  test("answers with a crash on one by the free hand from the second time on; the hi-hat gives way", () => {
    const crash = notesOf(arrangement, "crash");
    expect(crash.map(({ at, place, limb, passes }) => [at, place, limb, passes])).toEqual([[0, "c1", "L", "later"]]);
    const hat = arrangement.notes.find((note) => note.at === 0 && note.place === "hh");
    expect(hat?.passes).toBe("first");
  });
  test("clicks on every beat, stronger on one, after a count-in", () => {
    expect(arrangement.clicks.map(({ at, strong }) => [at / QUARTER, strong]).slice(0, 5)).toEqual([
      [0, true],
      [1, false],
      [2, false],
      [3, false],
      [4, true],
    ]);
    expect(arrangement.countInClicks).toHaveLength(4);
  });
});

describe("forms, worked out by hand", () => {
  test("half and half: the groove plays up to the fill, without a bar before it", () => {
    const arrangement = arrangementOf("@4 RLRK LRLK", { grooveBars: 0 }, [BAR / 2, BAR / 2]);
    expect(arrangement).toMatchObject({ length: BAR, fillAt: 0 });
    expect(positions(arrangement, "groove")).toEqual([0, 0.5, 1, 1.5]);
    expect(positions(arrangement, "fill")).toEqual([2, 2.25, 2.5, 2.75, 3, 3.25, 3.5, 3.75]);
    expect(notesOf(arrangement, "crash").map(({ at }) => at)).toEqual([0]);
  });
  test("three and one, seven and one, two and two", () => {
    expect(arrangementOf("@4 RLRLx4", { grooveBars: 3 })).toMatchObject({ length: 4 * BAR, fillAt: 3 * BAR });
    expect(arrangementOf("@4 RLRLx4", { grooveBars: 7 })).toMatchObject({ length: 8 * BAR, fillAt: 7 * BAR });
    const twos = arrangementOf("@4 RLRLx8", { grooveBars: 2 }, [0, 2 * BAR]);
    expect(twos).toMatchObject({ length: 4 * BAR, fillAt: 2 * BAR });
    expect(Math.max(...positions(twos, "groove"))).toBe(7.5);
  });
  test("continuous: only the fill, and no crash, because there is no groove to return to", () => {
    const arrangement = arrangementOf("@4 RLRLx4", { grooveBars: 0 });
    expect(new Set(arrangement.notes.map(({ role }) => role))).toEqual(new Set(["fill"]));
    expect(arrangement.length).toBe(BAR);
  });
  test("from the and of one: the groove plays one, and resumes at the end of the window", () => {
    const arrangement = arrangementOf("@4 RLRK", {}, [QUARTER / 2, QUARTER]);
    expect(positions(arrangement, "groove").filter((at) => at >= 4)).toEqual([4, 5.5, 6, 6.5, 7, 7.5]);
    expect(positions(arrangement, "fill")[0]).toBe(4.5);
  });
  test("a fill beyond its window makes the groove wait, and the loop ends on a bar line", () => {
    const arrangement = arrangementOf("@4 RLRRLx4");
    expect(arrangement.length).toBe(3 * BAR);
    expect(Math.min(...positions(arrangement, "groove").filter((at) => at >= 4))).toBe(9);
  });
  test("with stops: the groove's bars have only a stroke on one", () => {
    const arrangement = arrangementOf("@4 RLRLx4", { grooveBars: 2, stops: true });
    expect(positions(arrangement, "groove")).toEqual([0, 4]);
  });
  test("a hard stop: a bar of silence after the fill, and no crash", () => {
    const arrangement = arrangementOf("@4 RLRLx4", { ending: "stop" });
    expect(arrangement.length).toBe(3 * BAR);
    expect(arrangement.notes.every(({ at }) => at < 2 * BAR)).toBe(true);
    expect(notesOf(arrangement, "crash")).toEqual([]);
  });
  test("straight back: the groove as it is, every time", () => {
    const arrangement = arrangementOf("@4 RLRLx4", { ending: "straight" });
    expect(notesOf(arrangement, "crash")).toEqual([]);
    expect(arrangement.notes.every(({ passes }) => passes === "all")).toBe(true);
  });
  test("a two-bar groove continues where it was, whatever the fill replaces", () => {
    const two: Groove = { meter: FOUR_FOUR, line: lineOf("@1 KKKK KK/k2KK"), feel: STRAIGHT };
    const arrangement = arrangementOf("@4 RLRL", { grooveBars: 2 }, [3 * QUARTER, QUARTER], two);
    const second = arrangement.notes.filter(({ place }) => place === "k2").map(({ at }) => at / QUARTER);
    expect(second).toEqual([5]);
    expect(positions(arrangement, "groove")).toEqual([0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10]);
  });
  test("a groove in another meter is ignored", () => {
    const meter = parseMeter("7/8") as Meter;
    const timeline = timelineOf("@4 RL", [0, barTicks(meter)], meter);
    expect(arrange(timeline, EIGHTHS, USUAL, LEFT_CRASH).notes.filter((note) => note.role === "groove")).toEqual([]);
  });
});

describe("feel", () => {
  const sounding = (arrangement: Arrangement, role: string) =>
    notesOf(arrangement, role).map(({ sounds }) => Math.round((sounds / QUARTER) * 1000) / 1000);
  test("swung eighths: off-beats are on the third triplet, in groove and fill", () => {
    const arrangement = arrangementOf("@2 RLRLRLRL", { feel: SHUFFLE });
    expect(sounding(arrangement, "fill").slice(0, 4)).toEqual([4, 4.667, 5, 5.667]);
    expect([...new Set(sounding(arrangement, "groove"))].slice(0, 4)).toEqual([0, 0.667, 1, 1.667]);
  });
  test("a fill that doesn't follow stays as written", () => {
    const arrangement = arrangementOf("@2 RLRLRLRL", { feel: SHUFFLE, follows: false });
    expect(sounding(arrangement, "fill").slice(0, 4)).toEqual([4, 4.5, 5, 5.5]);
    expect(sounding(arrangement, "groove")).toContain(0.667);
  });
  test("triplets and quintuplets stay as written, whatever swings", () => {
    for (const text of ["@3 RLRx4", "@5 RLRLKx4", "@6 RLRLRLx4"]) {
      const arrangement = arrangementOf(text, { feel: SHUFFLE });
      for (const { at, sounds } of notesOf(arrangement, "fill")) expect(sounds).toBe(at);
    }
  });
  test("grace notes keep their distance from a moved stroke", () => {
    const arrangement = arrangementOf("@2 R'L", { feel: SHUFFLE }, [0, QUARTER]);
    const [grace, main] = notesOf(arrangement, "fill").slice(-2);
    expect((main?.sounds ?? 0) - (grace?.sounds ?? 0)).toBe((main?.at ?? 0) - (grace?.at ?? 0));
    expect(main?.sounds).toBeCloseTo(4 * QUARTER + (2 / 3) * QUARTER, 6);
  });
  test("a limb lays back by milliseconds, at any tempo", () => {
    for (const tempo of [60, 180]) {
      const timeline = timelineOf("@1 RLRL", [0, BAR], FOUR_FOUR, tempo);
      const feel: Feel = { swing: null, push: { L: 20, R: -8 } };
      const { notes } = arrange(timeline, EIGHTHS, { ...USUAL, feel }, LEFT_CRASH);
      for (const { at, sounds, limb } of notes) {
        const off = ticksToSeconds(sounds - at, bpm(tempo), FOUR_FOUR) * 1000;
        expect(off).toBeCloseTo(limb === "L" ? 20 : limb === "R" ? -8 : 0, 0);
      }
    }
  });
  test("the current slot and the phrase position follow the swing", () => {
    const arrangement = arrangementOf("@2 RLRLRLRL", { feel: SHUFFLE, grooveBars: 0 });
    const at = (share: number) => share * QUARTER;
    expect([0, 0.6, 0.7, 0.99, 1].map((share) => slotSounding(arrangement, at(share)))).toEqual([0, 0, 1, 1, 2]);
    expect(phraseAt(arrangement, at(2 / 3))).toBeCloseTo(at(0.5), 6);
    expect(phraseAt(arrangement, at(1 / 3))).toBeCloseTo(at(0.25), 6);
    expect(slotSounding(arrangement, BAR)).toBeNull();
  });
});

describe("a range alone", () => {
  test("loops some slots, from the first of them, for their own length or to the next beat", () => {
    const timeline = timelineOf("@4 RLRRLx3 K");
    const exact = arrangeRange(timeline, { slots: { from: 5, to: 9 } });
    expect(exact.length).toBe(5 * 2_520);
    expect(exact.notes.map(({ at, slot }) => [at / 2_520, slot])).toEqual([
      [0, 5],
      [1, 6],
      [2, 7],
      [3, 8],
      [4, 9],
    ]);
    // From the e of 2 to the and of 3; the next beat is 4.
    expect(arrangeRange(timeline, { slots: { from: 5, to: 9 }, toBeat: true }).length).toBe(7 * 2_520);
    expect(exact.clicks.filter(({ between }) => between.length === 0).map(({ at }) => at / 2_520)).toEqual([3]);
    expect(slotSounding(exact, 3 * 2_520)).toBe(8);
    expect(phraseAt(exact, 0)).toBe(5 * 2_520);
  });
  test("has at most the available slots; a count-in on request", () => {
    const timeline = timelineOf("@4 RLRL");
    expect(arrangeRange(timeline, { slots: { from: 2, to: 99 } }).length).toBe(2 * 2_520);
    expect(arrangeRange(timeline, { countInBars: 1 })).toMatchObject({ countIn: BAR });
    expect(arrangeRange(timelineOf("@4 'RL"), {}).countIn).toBeGreaterThan(0);
  });
});

describe("the loop", () => {
  test("answers only a played fill with a crash; the count-in is clicks", () => {
    const arrangement = arrangementOf("@4 RLRRLx3 K", { countInBars: 2 });
    const crashes = (pass: number) =>
      listPass(arrangement, pass).filter((event) => event.kind === "note" && event.note.role === "crash").length;
    expect([crashes(0), crashes(1), crashes(2)]).toEqual([0, 1, 1]);
    expect(listCountIn(arrangement).map(({ at }) => at / QUARTER)).toEqual([0, 1, 2, 3, 4, 5, 6, 7]);
  });
  test("keeps the phrase position after a change, if it still exists", () => {
    const one = arrangementOf("@4 RLRLx4");
    const three = arrangementOf("@4 RLRLx4", { grooveBars: 3 });
    expect(carryOver(one, three, BAR * 1.5)).toBe(BAR * 3.5);
    expect(carryOver(three, one, BAR * 3.5)).toBe(BAR * 1.5);
    expect(carryOver(three, one, BAR / 2)).toBe(BAR / 2);
  });
  test("with any line in any swing plays every stroke once, in order, slot by slot", () => {
    const swings = fc.record({
      unit: fc.constantFrom(2 as const, 4 as const),
      share: fc.double({ min: 0.5, max: 0.75, noNaN: true }),
    });
    fc.assert(
      fc.property(anyLine, swings, (line, swing) => {
        const timeline = layOut({
          meter: FOUR_FOUR,
          tempo: bpm(100),
          window: { start: ticks(0), length: ticks(BAR) },
          line,
        });
        fc.pre(timeline.events.length < 500);
        const feel: Feel = { swing, push: {} };
        const { notes, slots } = arrange(timeline, EIGHTHS, { ...USUAL, feel }, LEFT_CRASH);
        expect(notes.filter(({ role }) => role === "fill")).toHaveLength(timeline.events.length);
        for (const [index, { sounds }] of notes.entries()) {
          expect(sounds).toBeGreaterThanOrEqual(notes[index - 1]?.sounds ?? Number.NEGATIVE_INFINITY);
        }
        expect(slots).toHaveLength(timeline.slots.length);
        expect(swingAt(BAR, swing, FOUR_FOUR)).toBe(BAR);
      }),
      runs(60),
    );
  });
});
