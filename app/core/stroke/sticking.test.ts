import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { formatSlots } from "../line/write";
import { findSchool, stickTimelineByGrid } from "../moves/school";
import { readCell } from "../moves/shape";
import { makeCell, makeLine, type Phrase } from "../phrase/phrase";
import { anyRate, anySticking } from "../testing/arbitraries";
import { barTicks, bpm, type Meter, makeRate, type Rate, ticks } from "../time/time";
import { layOut } from "../timeline/timeline";
import { measureSpeed, tempoOfSameSpeed } from "./speed";
import { analyseSticking, listMoments, listRuns } from "./sticking";
import { isHand, otherHand } from "./stroke";

const FOUR_FOUR: Meter = { beats: 4, unit: 4 };
function cellOf(text: string) {
  const cell = readCell(text);
  if (!cell) throw new Error(text);
  return cell;
}
const facts = (text: string) => analyseSticking(cellOf(text));

describe("the structure of a sticking, worked out by hand", () => {
  test("balance, singles, doubles, runs", () => {
    expect(facts("RLRRLRLL")).toMatchObject({
      size: 8,
      singles: 4,
      doubles: 2,
      longer: 0,
      longestRun: 2,
      linear: true,
    });
    expect(facts("RLRRLRLL").strokes).toEqual({ R: 4, L: 4, K: 0, H: 0 });
    expect(facts("RLRRL")).toMatchObject({ singles: 3, doubles: 1, leadFlips: false });
    expect(facts("RLRR")).toMatchObject({ longestRun: 2, longestOverRepeats: 3, leadFlips: true });
    expect(facts("RRRL{LL}")).toMatchObject({ longer: 2, longestRun: 3, size: 5 });
    expect(facts("R-RKR")).toMatchObject({ singles: 3, doubles: 0, silences: 1 });
    expect(facts("(RK)RL")).toMatchObject({ doubles: 1, singles: 1, linear: false });
    expect(facts("(RL)R")).toMatchObject({ singles: 1, doubles: 0, linear: false });
    expect(facts("KK-")).toMatchObject({ singles: 0, leadFlips: null, linear: true, longestRun: 0 });
  });
  test("every stroke of a lone hand is in exactly one run", () => {
    fc.assert(
      fc.property(anySticking, (cell) => {
        const lone = listMoments(cell).filter(
          (moment) => moment.strokes.filter((stroke) => isHand(stroke.limb)).length === 1,
        );
        expect(listRuns(cell).flatMap((run) => run.moments)).toEqual(lone);
      }),
    );
  });
});

describe("speed", () => {
  const four = makeRate(4) as Rate;
  test("75 bpm in thirty-seconds is 150 bpm in sixteenths", () => {
    expect(tempoOfSameSpeed(75, makeRate(8) as Rate, four)).toBe(150);
    expect(tempoOfSameSpeed(120, four, makeRate(6) as Rate)).toBe(80);
  });
  test("per limb, with the shortest distance across the repeat", () => {
    // Sixteenths at 120 bpm: eight slots per second.
    expect(measureSpeed(cellOf("RLRRL"), four, bpm(120), FOUR_FOUR)).toEqual([
      { limb: "R", average: 4.8, fastest: 8 },
      { limb: "L", average: 3.2, fastest: 4 },
    ]);
    expect(measureSpeed(cellOf("R--{KK}"), four, bpm(120), FOUR_FOUR)).toEqual([
      { limb: "R", average: 2, fastest: 2 },
      { limb: "K", average: 4, fastest: 16 },
    ]);
  });
  test("the same speed at another rate measures the same", () => {
    fc.assert(
      fc.property(anySticking, anyRate, anyRate, (cell, from, to) => {
        const tempo = 60;
        const other = tempoOfSameSpeed(tempo, from, to);
        const here = measureSpeed(cell, from, bpm(tempo), FOUR_FOUR);
        fc.pre(other >= 20 && other <= 400);
        const there = measureSpeed(cell, to, bpm(other), FOUR_FOUR);
        for (const [index, speed] of here.entries()) {
          expect(there[index]?.average).toBeCloseTo(speed.average, 8);
          expect(there[index]?.fastest).toBeCloseTo(speed.fastest, 8);
        }
      }),
    );
  });
});

describe("the two schools", () => {
  const lay = (text: string, times: number, rate = 4, meter = FOUR_FOUR) => {
    const phrase: Phrase = {
      meter,
      tempo: bpm(90),
      window: { start: ticks(0), length: barTicks(meter) },
      line: makeLine([{ kind: "rate", rate: makeRate(rate) as Rate }, makeCell(cellOf(text), times)]),
    };
    return layOut(phrase);
  };
  test("a repeated five drifts; on the grid it doesn't", () => {
    const fives = lay("RLRRL", 3);
    expect(findSchool(fives, "R")).toEqual({ kind: "sticking", lead: "R", shifted: [3, 4, 5, 6, 7, 13, 14] });
    expect(formatSlots(stickTimelineByGrid(fives, "R"))).toBe("RLRLRLRLRLRLRLR");
  });
  test("removed notes and kicks in the gaps keep a phrase grid-led, with either lead", () => {
    expect(findSchool(lay("R-RLKLR-", 2), "R")).toEqual({ kind: "grid", lead: "R", shifted: [] });
    expect(findSchool(lay("LRLK-RLR", 2), "R")).toEqual({ kind: "grid", lead: "L", shifted: [] });
    expect(findSchool(lay("RKR-", 2), "R")).toBeNull();
  });
  test("in a bar with an odd number of slots, the strong hand starts every one", () => {
    const sevenEight: Meter = { beats: 7, unit: 8 };
    expect(formatSlots(stickTimelineByGrid(lay("RLRLRLR", 2, 2, sevenEight), "R"))).toBe("RLRLRLRRLRLRLR");
  });
  test("a line moved to the grid follows it", () => {
    fc.assert(
      fc.property(
        anySticking,
        fc.constantFrom("R" as const, "L" as const),
        fc.integer({ min: 1, max: 4 }),
        (cell, lead, times) => {
          const timeline = lay("R", 1);
          const line = makeLine([makeCell(cell, times)]);
          const before = layOut({ ...timeline, line });
          const after = layOut({ ...timeline, line: makeLine([makeCell(stickTimelineByGrid(before, lead))]) });
          const school = findSchool(after, lead);
          if (school) expect(school).toEqual({ kind: "grid", lead, shifted: [] });
          expect(otherHand(otherHand(lead))).toBe(lead);
        },
      ),
    );
  });
});
