import { describe, expect, test } from "vitest";
import { readStickLine } from "../line/read";
import { barTicks, bpm, makeRate, type Rate, ticks } from "../time/time";
import { layOut } from "../timeline/timeline";
import { checkFigure, type Figure, listHits, rhythmOfTaps, rulesOfFigure } from "./figure";

const EIGHTHS = makeRate(2) as Rate;
const SIXTEENTHS = makeRate(4) as Rate;
const METER = { beats: 4, unit: 4 } as const;
const PUSH: Figure = { rate: EIGHTHS, rhythm: "x--x--x-", ask: "accent" };

function timelineOf(text: string, start = 0) {
  const line = readStickLine(text).line ?? [];
  return layOut({ meter: METER, tempo: bpm(120), window: { start: ticks(start), length: barTicks(METER) }, line });
}

describe("figures", () => {
  test("have hits as written; groups are a rhythm too", () => {
    expect(listHits(PUSH)).toEqual([0, 15_120, 30_240]);
    expect(listHits({ rate: EIGHTHS, rhythm: "332" })).toEqual([0, 15_120, 30_240]);
    expect(listHits({ rate: EIGHTHS, rhythm: "no" })).toEqual([]);
  });
  test("compare accents with it", () => {
    const kept = (text: string, figure = PUSH) => checkFigure(timelineOf(text), figure).map((hit) => hit.kept);
    expect(kept("@4 >RLRLRL>RLRLRL>RLRL")).toEqual([true, true, true]);
    expect(kept("@4 >RLRLRLRLRLRL>RLRL")).toEqual([true, false, true]);
    expect(kept("@4 >RLRL")).toEqual([true, null, null]);
    expect(kept("@4 -LRLRL-LRLRL(RK)LRL", { ...PUSH, ask: "free" })).toEqual([true, true, false]);
  });
  test("become rules over slots, from the start of the window", () => {
    const { rules, between } = rulesOfFigure(PUSH, SIXTEENTHS, ticks(10_080), 12);
    expect(rules.map((rule) => rule.kind === "slot" && rule.slot)).toEqual([2, 8]);
    expect(between).toEqual([]);
    expect(rulesOfFigure(PUSH, makeRate(3) as Rate, ticks(0), 12).between).toEqual([15_120]);
  });
  test("snap taps to the nearest symbol; two on one count once", () => {
    const how = { rate: EIGHTHS, tempo: bpm(120), meter: METER, first: 0, signs: 8 };
    expect(rhythmOfTaps([0, 0.74, 0.77, 1.52], how)).toBe("x--x--x-");
    expect(rhythmOfTaps([0, 0.5], { ...how, first: 3 })).toBe("---x-x--");
    expect(rhythmOfTaps([], how)).toBe("--------");
  });
});
