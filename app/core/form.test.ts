import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { type Arrangement, arrange, type Groove, plainGroove } from "./form";
import { carryOver, listLoopEvents, loopPosition } from "./loop";
import { readStickLine } from "./stick-line/read";
import { anyMeter } from "./testing/arbitraries";
import { barTicks, bpm, type Meter, ticks } from "./time";
import { layOut } from "./timeline";

const FOUR_FOUR: Meter = { beats: 4, unit: 4 };
const BAR = 40_320;

function lineOf(text: string) {
  const { line } = readStickLine(text);
  if (!line) throw new Error(text);
  return line;
}
const GROOVE: Groove = { meter: FOUR_FOUR, line: lineOf("@2 (R/hhK)R/hh (R/hhL)R/hh (R/hhK)R/hh (R/hhL)R/hh") };

function arrangementOf(
  text: string,
  grooveBars = 1,
  window: readonly [number, number] = [0, BAR],
  countInBars = 1,
): Arrangement {
  const timeline = layOut({
    meter: FOUR_FOUR,
    tempo: bpm(100),
    window: { start: ticks(window[0]), length: ticks(window[1]) },
    line: lineOf(text),
  });
  return arrange(timeline, GROOVE, { grooveBars, countInBars }, "L");
}

function notesOf(arrangement: Arrangement, role: string) {
  return arrangement.notes.filter((note) => note.role === role);
}

describe("one bar of groove and one of fill", () => {
  const arrangement = arrangementOf("@4 RLRRLx3 K");
  test("lasts two bars, with the fill in the second", () => {
    expect(arrangement).toMatchObject({ length: 2 * BAR, countIn: BAR, fillAt: BAR });
    expect(notesOf(arrangement, "groove").every((note) => note.at < BAR)).toBe(true);
    expect(notesOf(arrangement, "fill").map((note) => (note.at - BAR) / 2_520)).toEqual(
      Array.from({ length: 16 }, (_, i) => i),
    );
  });
  test("answers with a crash on one by the free hand, from the second time on; the hi-hat gives way to it", () => {
    const crash = notesOf(arrangement, "crash");
    expect(crash.map(({ at, place, limb, passes }) => [at, place, limb, passes])).toEqual([[0, "c1", "L", "later"]]);
    const hat = arrangement.notes.find((note) => note.at === 0 && note.place === "hh");
    expect(hat?.passes).toBe("first");
  });
  test("clicks on every beat, strong on one, count-in before", () => {
    expect(arrangement.clicks.map(({ at, strong }) => [at / 10_080, strong]).slice(0, 5)).toEqual([
      [0, true],
      [1, false],
      [2, false],
      [3, false],
      [4, true],
    ]);
    expect(arrangement.countInClicks).toHaveLength(4);
  });
});

test("half a bar of fill: the groove runs up to it", () => {
  const arrangement = arrangementOf("@4 RLRK LRLK", 1, [BAR / 2, BAR / 2]);
  expect(arrangement.length).toBe(2 * BAR);
  expect(
    notesOf(arrangement, "groove")
      .map((note) => note.at)
      .filter((at) => at >= BAR),
  ).toEqual(expect.arrayContaining([BAR, BAR + 5_040, BAR + 10_080, BAR + 15_120]));
  expect(notesOf(arrangement, "groove").every((note) => note.at < BAR + BAR / 2)).toBe(true);
});

test("a fill that ends inside the bar hands back to the groove there", () => {
  const arrangement = arrangementOf("@4 RLRK", 1, [0, BAR / 4]);
  expect(notesOf(arrangement, "groove").map((note) => note.at)).toContain(BAR + BAR / 4);
});

test("a fill that runs over its window has the groove wait, and the loop ends on a bar line", () => {
  const arrangement = arrangementOf("@4 RLRRLx4");
  expect(arrangement.length).toBe(3 * BAR);
  const resumed = notesOf(arrangement, "groove")
    .map((note) => note.at)
    .filter((at) => at >= BAR);
  expect(Math.min(...resumed)).toBe(2 * BAR + 5_040 * 2);
});

test("a groove in another meter is not used", () => {
  const meter: Meter = { beats: 7, unit: 8 };
  const timeline = layOut({
    meter,
    tempo: bpm(100),
    window: { start: ticks(0), length: barTicks(meter) },
    line: lineOf("@4 RL"),
  });
  expect(
    arrange(timeline, GROOVE, { grooveBars: 1, countInBars: 0 }, "R").notes.filter((note) => note.role === "groove"),
  ).toEqual([]);
});

test("the plain groove fills one bar of any meter, with a kick on one", () => {
  fc.assert(
    fc.property(anyMeter, (meter) => {
      const groove = plainGroove(meter);
      const laid = layOut({
        meter,
        tempo: bpm(100),
        window: { start: ticks(0), length: barTicks(meter) },
        line: groove.line,
      });
      expect(laid.end).toBe(barTicks(meter));
      expect(laid.events.filter((event) => event.at === 0).map((event) => event.limb)).toContain("K");
    }),
  );
});

describe("the loop", () => {
  const arrangement = arrangementOf("@4 'RLRRLx3 K", 0, [0, BAR], 1);
  test("what is heard does not depend on how the time is cut up", () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 30_000 }), { minLength: 1, maxLength: 20 }), (steps) => {
        const pieces: string[] = [];
        let at = 0;
        const name = (event: { kind: string; at: number }) => `${event.at} ${event.kind}`;
        for (const step of steps) {
          pieces.push(...listLoopEvents(arrangement, at, at + step).map(name));
          at += step;
        }
        expect(pieces).toEqual(listLoopEvents(arrangement, 0, at).map(name));
      }),
    );
  });
  test("a grace note before the loop's first stroke sounds in the count-in and before each repeat", () => {
    const graces = listLoopEvents(arrangement, 0, 4 * BAR).filter(
      (event) => event.kind === "note" && event.note.slot === null && event.at % BAR > BAR - 2_520,
    );
    expect(graces.map((event) => Math.ceil(event.at / BAR))).toEqual([1, 2, 3, 4]);
  });
  test("the crash is not in the first pass", () => {
    const withGroove = arrangementOf("@4 RLRRLx3 K");
    const crashes = listLoopEvents(withGroove, 0, 6 * BAR).filter(
      (event) => event.kind === "note" && event.note.role === "crash",
    );
    expect(crashes.map((event) => event.at / BAR)).toEqual([3, 5]);
  });
  test("position, and going on after an edit", () => {
    const longer = arrangementOf("@4 RLRRLx4", 0, [0, BAR], 2);
    expect(loopPosition(arrangement, BAR / 2)).toBeNull();
    expect(loopPosition(arrangement, BAR * 2.5)).toEqual({ pass: 1, at: BAR / 2 });
    const carried = carryOver(arrangement, longer, BAR * 2.5);
    expect(loopPosition(longer, carried)).toEqual({ pass: 1, at: BAR / 2 });
    expect(loopPosition(arrangement, carryOver(longer, arrangement, carried))).toEqual({ pass: 1, at: BAR / 2 });
  });
});
