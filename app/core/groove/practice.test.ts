import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { formatLine } from "../line/write";
import { type ClickDivision, clickBeats, clicksBetween, isClicked } from "../pulse/clicks";
import { pulseOf } from "../pulse/pulse";
import { lineOf } from "../testing/lines";
import { USUAL } from "../testing/settings";
import { bpm, type Meter, ticks } from "../time/time";
import { layOut } from "../timeline/timeline";
import { arrangeRange, measureForm } from "./arrange";
import { STRAIGHT } from "./feel";
import type { Groove } from "./groove";
import { pulseInGroove } from "./groove";
import { checkBackbeats, keepBackbeatLayer } from "./keeper";
import { ladderLength, ladderTempo } from "./ladder";
import { ALL_ON, FEET_ONLY, findMix, gainOf, HANDS_ONLY, type Mix, SOFT_GAIN } from "./mix";

const FOUR_FOUR: Meter = { beats: 4, unit: 4 };
const BAR = 40_320;

describe("the tempo ladder", () => {
  const rungs = (ladder: Parameters<typeof ladderTempo>[0], repeats: number) =>
    Array.from({ length: repeats }, (_, repeat) => ladderTempo(ladder, repeat));
  test("climbs in steps, each a number of times, and then stays", () => {
    expect(rungs({ from: bpm(60), to: bpm(75), step: 6, every: 2 }, 8)).toEqual([60, 60, 66, 66, 72, 72, 75, 75]);
  });
  test("climbs smoothly, a little each time", () => {
    expect(rungs({ from: bpm(60), to: bpm(80), step: null, every: 4 }, 6)).toEqual([60, 65, 70, 75, 80, 80]);
  });
  test("also goes down", () => {
    expect(rungs({ from: bpm(100), to: bpm(90), step: 4, every: 1 }, 5)).toEqual([100, 96, 92, 90, 90]);
  });
  test("never leaves its range, never turns back, and arrives when promised", () => {
    const tempo = fc.integer({ min: 30, max: 300 });
    fc.assert(
      fc.property(
        tempo,
        tempo,
        fc.option(fc.integer({ min: 1, max: 20 })),
        fc.integer({ min: 1, max: 8 }),
        (from, to, step, every) => {
          const ladder = { from: bpm(from), to: bpm(to), step, every };
          const length = ladderLength(ladder);
          const all = rungs(ladder, length + 2);
          for (const [index, at] of all.entries()) {
            expect(at).toBeGreaterThanOrEqual(Math.min(from, to));
            expect(at).toBeLessThanOrEqual(Math.max(from, to));
            expect((at - (all[index - 1] ?? from)) * Math.sign(to - from)).toBeGreaterThanOrEqual(-1e-9);
          }
          expect(all[length]).toBeCloseTo(to, 9);
          if (length > 0) expect(all[length - 1]).not.toBeCloseTo(to, 9);
        },
      ),
    );
  });
});

describe("layers", () => {
  const note = (limb: "R" | "L" | "K" | "H", place = "sn", role = "fill") =>
    ({ limb, place, role }) as Parameters<typeof gainOf>[0];
  test("muted, soft, solo; mute beats a solo of another kind", () => {
    const mix: Mix = { ...ALL_ON, limbs: { R: "solo", L: "soft" }, places: { t1: "muted" } };
    expect(gainOf(note("R"), mix)).toBe(1);
    expect(gainOf(note("L"), mix)).toBe(0);
    expect(gainOf(note("R", "t1"), mix)).toBe(0);
    expect(gainOf(note("L"), { ...ALL_ON, limbs: { L: "soft" } })).toBe(SOFT_GAIN);
    expect(gainOf(note("K"), { ...ALL_ON, parts: { fill: "solo" } })).toBe(1);
    expect(gainOf(note("K", "kk", "crash"), { ...ALL_ON, parts: { groove: "muted" } })).toBe(0);
  });
  test("hands only and feet only are recognized, and exclude each other", () => {
    for (const limb of ["R", "L", "K", "H"] as const) {
      expect(gainOf(note(limb), HANDS_ONLY) + gainOf(note(limb), FEET_ONLY)).toBe(1);
    }
    expect([ALL_ON, HANDS_ONLY, FEET_ONLY].map(findMix)).toEqual(["all", "hands", "feet"]);
    expect(findMix({ ...ALL_ON, limbs: { R: "soft" } })).toBeNull();
    expect(findMix({ ...HANDS_ONLY, limbs: { ...HANDS_ONLY.limbs, R: "soft" } })).toBeNull();
  });
});

test("clicks thin out: backbeats, one, and silence every other n bars", () => {
  const clicks = clickBeats(pulseOf(FOUR_FOUR), 0, 2 * BAR);
  const heard = (on: "beat" | "backbeat" | "one", silentBars = 0) =>
    clicks
      .filter((click) => isClicked({ on, between: null, silentBars }, click, Math.floor(click.at / BAR)))
      .map(({ at }) => at / 10_080);
  expect(heard("beat")).toHaveLength(8);
  expect(heard("backbeat")).toEqual([1, 3, 5, 7]);
  expect(heard("one")).toEqual([0, 4]);
  expect(heard("beat", 1)).toEqual([0, 1, 2, 3]);
  const one = clicks[0];
  const bars = (silentBars: number) =>
    Array.from({ length: 9 }, (_, bar) => one && isClicked({ on: "one", between: null, silentBars }, one, bar));
  expect(bars(2)).toEqual([true, true, false, false, true, true, false, false, true]);
});

describe("clicks between the beats", () => {
  const at = (pulse: ReturnType<typeof pulseOf>, between: ClickDivision, to: number) =>
    clicksBetween(pulse, 0, to)
      .filter((click) => isClicked({ on: "one", between, silentBars: 0 }, click, 0))
      .map((click) => (click.at / 10_080) * 12);
  test("eighths, triplets and sixteenths of a quarter, never on a beat", () => {
    const four = pulseOf(FOUR_FOUR);
    expect(at(four, "eighths", 20_160)).toEqual([6, 18]);
    expect(at(four, "triplets", 20_160)).toEqual([4, 8, 16, 20]);
    expect(at(four, "sixteenths", 10_080)).toEqual([3, 6, 9]);
    expect(clicksBetween(four, 0, BAR).some((click) => click.strong || click.at % 10_080 === 0)).toBe(false);
  });
  test("a dotted beat has its own three as triplets, and grouped beats have eighths", () => {
    const six = pulseOf({ beats: 6, unit: 8 });
    expect(at(six, "triplets", 15_120)).toEqual([6, 12]);
    expect(at(six, "eighths", 15_120)).toEqual([6, 12]);
    const seven = pulseOf({ beats: 7, unit: 8, groups: [2, 2, 3] });
    expect(at(seven, "eighths", 35_280)).toEqual([6, 18, 30, 36]);
  });
  test("from the middle of a bar, none is missing or doubled", () => {
    const pulse = pulseOf(FOUR_FOUR);
    const whole = clicksBetween(pulse, 0, 2 * BAR).map((click) => click.at);
    const halves = [...clicksBetween(pulse, 0, 12_345), ...clicksBetween(pulse, 12_345, 2 * BAR)];
    expect(halves.map((click) => click.at)).toEqual(whole);
    expect(new Set(whole).size).toBe(whole.length);
  });
  test("swing like notes; triplets stay where they are", () => {
    const timeline = layOut({
      meter: FOUR_FOUR,
      tempo: bpm(100),
      window: { start: ticks(0), length: ticks(BAR) },
      line: lineOf("@2 RLRLRLRL"),
    });
    const feel = { swing: { unit: 2, share: 2 / 3 }, push: {} } as const;
    const { clicks } = arrangeRange(timeline, { feel });
    const first = (division: ClickDivision) => clicks.find(({ between }) => between.includes(division))?.at;
    expect(first("eighths")).toBe(6_720);
    expect(first("triplets")).toBe(3_360);
  });
});

describe("the backbeat keeper", () => {
  const groove: Groove = { meter: FOUR_FOUR, line: lineOf("@1 (RK)>LK>L"), feel: STRAIGHT };
  const check = (text: string, start = 0, length = BAR) => {
    const line = lineOf(text);
    const timeline = layOut({
      meter: FOUR_FOUR,
      tempo: bpm(90),
      window: { start: ticks(start), length: ticks(length) },
      line,
      pulse: pulseInGroove(groove, FOUR_FOUR, USUAL.grooveBars),
    });
    return checkBackbeats(timeline, line, measureForm(timeline, USUAL));
  };
  const fixes = (text: string) =>
    check(text).map(({ state, fixes: offered }) => [state, ...offered.map((fix) => formatLine(fix.line))]);
  test("describes each backbeat: kept, soft, elsewhere, a foot, nothing", () => {
    expect(check("@1 R>LR>L").map(({ at, state }) => [at / 10_080, state])).toEqual([
      [1, "kept"],
      [3, "kept"],
    ]);
    expect(check("@1 RLR>L/t1").map(({ state }) => state)).toEqual(["soft", "elsewhere"]);
    expect(check("@1 RKR-").map(({ state }) => state)).toEqual(["foot", "silent"]);
    expect(check("@3 RLR -- RLR").map(({ state }) => state)).toEqual(["silent", "empty"]);
    expect(check("@3/2 RLRLRL").map(({ state }) => state)).toEqual(["between", "between"]);
  });
  test("offers for each the change that keeps it", () => {
    expect(fixes("@1 RLR>L/t1")).toEqual([
      ["soft", "@1 R>LRL/t1".replace("L/t1", ">L/t1")],
      ["elsewhere", "@1 RLR>L/sn"],
    ]);
    expect(fixes("@1 RKR>L")[0]).toEqual(["foot", "@1 R(>L/snK)R>L", "@1 R>L/snR>L"]);
    expect(fixes("@1 R-R>L")[0]).toEqual(["silent", "@1 R>L/snR>L"]);
    expect(fixes("@3/2 RLRLRL")).toEqual([["between"], ["between"]]);
  });
  test("offers changes that keep their backbeat, whatever the line", () => {
    const sticking = fc.array(fc.constantFrom("R", "l", ">L", "K", "-", "R/t1", "{RL}", "(LK)", "'R"), {
      minLength: 16,
      maxLength: 16,
    });
    fc.assert(
      fc.property(sticking, (slots) => {
        const text = `@4 ${slots.join("")}`;
        for (const [index, one] of check(text).entries()) {
          for (const { line } of one.fixes) expect(check(formatLine(line))[index]?.state).toBe("kept");
        }
      }),
    );
  });
  test("looks only at the window, and counts the groove from its own start", () => {
    expect(check("@4 RLRL RLRL", BAR / 2, BAR / 2).map(({ at }) => at / 10_080)).toEqual([3]);
  });
  test("offers the voicing that keeps it once", () => {
    const made = keepBackbeatLayer([]);
    expect(made?.at(-1)?.rule.kind).toBe("backbeat");
    expect(keepBackbeatLayer(made ?? [])).toBeNull();
  });
});
