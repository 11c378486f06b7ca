import { describe, expect, test } from "vitest";
import { findLanding, measureFit } from "~/core/fit";
import { readStickLine } from "~/core/line";
import { openingRate } from "~/core/phrase";
import { WORKING } from "~/core/testing/kits";
import { barTicks, bpm, measureCycle, parseMeter, parseRate, type Ticks, ticks } from "~/core/time";
import { layOut } from "~/core/timeline";
import { readStickFile } from "~/library/fill/stick-file";
import { describeBookProblem, describeStickFileProblem } from "./book";
import { describeProblem } from "./problem";
import { describeSlot } from "./slot";
import {
  describeCountIn,
  describeNumber,
  describePlace,
  describePosition,
  describeRate,
  describeTempoUnit,
  findPlace,
  listNamedPlaces,
  plural,
} from "./time";
import { describeBarChecks, describeCycle, describeFit, describeLanding, describeLead } from "./verdict";

function timelineOf(text: string, meterText = "4/4", tempo = 120) {
  const { line } = readStickLine(text);
  const meter = parseMeter(meterText);
  if (!line || !meter) throw new Error(text);
  return layOut({ meter, tempo: bpm(tempo), window: { start: ticks(0), length: barTicks(meter) }, line });
}
function verdictsOf(text: string, meterText = "4/4") {
  const timeline = timelineOf(text, meterText);
  const rate = openingRate(readStickLine(text).line ?? []);
  const fit = measureFit(timeline, rate);
  const landing = findLanding(timeline, WORKING);
  const cycle = fit.used > 0 ? measureCycle(fit.used, timeline.meter) : null;
  return {
    fit: describeFit(fit, timeline.meter, rate),
    cycle: describeCycle(cycle, fit, timeline.meter),
    landing: describeLanding(landing),
    lead: describeLead(landing),
  };
}

describe("the verdict", () => {
  test("of five, five and six", () => {
    expect(verdictsOf("@4 >RlrrL >RlrrL RLRRLK")).toEqual({
      fit: { tone: "good", headline: "16 of 16 sixteenths", detail: "Fits exactly: 4 beats" },
      cycle: { tone: "good", headline: "Fits every bar", detail: "Every repeat starts in the same place" },
      landing: {
        tone: "good",
        headline: "Both hands free, kick into the 1",
        detail:
          "Ends on the kick. Both hands free: right to the crash; kick into the 1, 8.0 per second. Time to reach the 1: 125 ms",
      },
      lead: { tone: "good", headline: "Right hand leads", detail: "Hands change over at each repeat" },
    });
  });
  test("of three fives: one left, and it lines up again across the bar line", () => {
    const { fit, cycle, landing } = verdictsOf("@4 RLRRLx3");
    expect([fit.tone, fit.headline, fit.detail]).toEqual([
      "open",
      "15 of 16 sixteenths: 1 left",
      "1 sixteenth still to fill (¼ beat)",
    ]);
    expect(cycle.headline).toBe("Lines up again after 15 bars");
    expect(landing.headline).toBe("Both hands free");
    expect(landing.detail).toMatch(/^Ends on the left hand\. /);
  });
  test("of too many slots, of a part of a slot, of mixed rates, of nothing", () => {
    expect(verdictsOf("@4 RLRRLx4").fit).toMatchObject({ tone: "bad", headline: "20 of 16 sixteenths: 4 too many" });
    expect(verdictsOf("@3 RLL", "7/8").fit.headline).toBe("3 of 10½ eighth triplets: 7½ left");
    expect(verdictsOf("@4 RLRL @6 RLK").fit.headline).toMatch(/^7 notes, mixed values/);
    expect(verdictsOf("@4")).toMatchObject({
      fit: { headline: "Nothing yet" },
      cycle: { tone: "plain" },
      landing: { tone: "plain" },
      lead: { tone: "plain" },
    });
  });
  test("of a part of the bar that closes inside it", () => {
    expect(verdictsOf("@4 RLRK").cycle).toMatchObject({ tone: "good", detail: "4 repeats in the bar" });
  });
  test("of a hand that has no time", () => {
    expect(describeLanding(findLanding(timelineOf("@4 (RL)x16"), WORKING)).detail).toMatch(
      /No hand free for the crash: right has 125 ms/,
    );
    expect(verdictsOf("@4 RLRR").lead).toMatchObject({
      headline: "Right hand leads",
      detail: "Repeats join with two rights in a row",
    });
  });
  test("of a misplaced bar line", () => {
    const early = { at: ticks(0), beforeCell: 2, offBy: -2_520 as Ticks };
    const sixteenths = () => ({ slots: 4, quarters: 1 });
    expect(describeBarChecks([], sixteenths)).toBe("");
    expect(describeBarChecks([early], sixteenths)).toBe("The | before cell 3 is 1 note before the bar line.");
    expect(describeBarChecks([early, { ...early, beforeCell: 4 }, early], sixteenths)).toBe(
      "The | before cell 3 is 1 note before the bar line, and 2 more | are off too.",
    );
  });
});

describe("problems have words", () => {
  test.each([
    "RLZ",
    "RLF",
    "RL > K",
    ">r",
    "!K",
    "'K",
    "''''R",
    "('RL)",
    "(KK)",
    "R/zz",
    "K/sn",
    "(R",
    ")",
    "{R{L}}",
    "()",
    "{RLRLRLRLR}",
    "@9 {RLR}",
    "@",
    "@11 R",
    "Rx",
    "Rx0",
    "x3",
    "[[[[[[[[[R]]]]]]]]]",
    "Rx9999 Rx9999",
    "R".repeat(120_001),
  ])("%.20s", (text) => {
    const problem = readStickLine(text).problems[0];
    if (!problem) throw new Error("no problem");
    const { column, what, remedy } = describeProblem(problem);
    expect(column).toBe(problem.from + 1);
    expect(`${what} ${remedy}`).not.toMatch(/undefined|NaN|“”/);
    expect(what).toMatch(/\.$/);
    expect(remedy).toMatch(/[.}]$/);
  });
  test("an example in full", () => {
    const problem = readStickLine("@11 RL").problems[0];
    expect(problem && describeProblem(problem)).toEqual({
      column: 2,
      what: "“11” notes to the quarter can't be divided exactly.",
      remedy: "The nearest are @10 and @12.",
    });
  });
  test("of files", () => {
    expect(
      describeBookProblem({
        kind: "field",
        path: "content.tempo",
        item: { what: "fill", index: 2 },
        fault: { kind: "more", limit: 400, of: "number" },
      }),
    ).toMatch(/^Fill 3 of the file has an error: “content\.tempo” must be at most 400\. Fix it/);
    expect(describeBookProblem({ kind: "too-large", bytes: 9e6, most: 8_388_608 })).toMatch(
      /8\.6 MB\. The limit is 8 MB/,
    );
    expect(describeBookProblem({ kind: "version", found: "7", known: 1 })).toMatch(/version 7/);
    expect(describeBookProblem({ kind: "twice", what: "fill", id: "x" })).toMatch(/“x”/);
    expect(describeBookProblem({ kind: "not-json", line: 3 })).toMatch(/isn.t a JSON file.*: line 3 can.t be read\. /);
    const bad = readStickFile("RL\nRLF");
    expect(!bad.ok && describeStickFileProblem(bad)).toMatch(/^Line 2, column 3 of the file: “F” isn.t a hand or foot/);
    expect(describeStickFileProblem({ ok: false, reason: "empty" })).toMatch(/no stick lines/);
    expect(describeBookProblem({ kind: "not-a-book" })).toMatch(/isn.t a Dime Stack book/);
  });
});

test("slots, rates, numbers and positions by name", () => {
  const cell = readStickLine("@4 '>R/t1(RK){LL}-h").line?.[1];
  expect(cell?.kind === "cell" && cell.slots.map(describeSlot)).toEqual([
    "right hand accent flam on tom 1",
    "right hand with bass drum",
    "divided in 2: left hand, left hand",
    "silence",
    "hi-hat foot ghost",
  ]);
  expect(["4", "3/2", "20", "7/4"].map((text) => describeRate(parseRate(text) ?? { slots: 1, quarters: 1 }))).toEqual([
    "sixteenths",
    "quarter triplets",
    "20 to the quarter",
    "7 in 4 quarters",
  ]);
  expect([0, 0.5, 2 / 3, 10.25, 1234, 1.2345].map(describeNumber)).toEqual(["0", "½", "⅔", "10¼", "1,234", "1.23"]);
  expect([plural(1, "bar"), plural(2, "bar"), plural(0.5, "beat"), plural(0, "slot")]).toEqual([
    "1 bar",
    "2 bars",
    "½ beat",
    "0 slots",
  ]);
  const sixteenths = { slots: 4, quarters: 1 };
  const four = { beats: 4, unit: 4 } as const;
  expect([0, 25_200, 12_600].map((at) => describePosition(ticks(at), sixteenths, four, "beats"))).toEqual([
    "1",
    "3 &",
    "2 e",
  ]);
  expect(describePosition(ticks(12_600), sixteenths, four, "french")).toBe("2 (fa)");
  expect([0, 25_200, 52_920].map((at) => describePlace(ticks(at), sixteenths, four))).toEqual(["1", "3&", "bar 2, 2e"]);
  expect(
    (["4/4", "6/8", "7/8", "2/2", "6/16"] as const).map((text) => describeTempoUnit(parseMeter(text) ?? four)),
  ).toEqual(["quarters", "dotted quarters", "quarters", "halves", "dotted eighths"]);
});

test("the count-in is counted like the fill, through all its bars", () => {
  const four = { beats: 4, unit: 4 } as const;
  expect([0, 1, 3, 4].map((beat) => describeCountIn(beat, four, "beats"))).toEqual(["1", "2", "4", "1"]);
  expect([0, 1].map((beat) => describeCountIn(beat, { beats: 6, unit: 8 }, "beats"))).toEqual(["1", "2"]);
  expect(describeCountIn(1, four, "south-indian")).toBe("ta");
  expect(describeCountIn(2, four, "cell")).toBe("3");
});

describe("typed positions", () => {
  const four = { beats: 4, unit: 4 } as const;
  test("each position of a grid has a unique name that finds it", () => {
    for (const text of ["1", "2", "3", "4", "5", "6", "7", "8", "3/2"]) {
      for (const meter of [four, { beats: 7, unit: 8 } as const, { beats: 6, unit: 8 } as const]) {
        const places = listNamedPlaces(parseRate(text) ?? { slots: 4, quarters: 1 }, meter, 2);
        expect(new Set(places.map(({ name }) => name)).size).toBe(places.length);
        for (const place of places) expect(findPlace(place.name, places)).toEqual(place);
      }
    }
  });
  test.each([
    ["3&", 25_200],
    [" 3 AND ", 25_200],
    ["3+", 25_200],
    ["1: 4a", 37_800],
    ["2:1", 40_320],
    ["bar 2, 1", 40_320],
  ])("%s", (typed, at) => {
    expect(findPlace(typed, listNamedPlaces({ slots: 4, quarters: 1 }, four, 2))?.at).toBe(at);
  });
  test("anything else finds nothing", () => {
    const places = listNamedPlaces({ slots: 2, quarters: 1 }, four, 1);
    for (const typed of ["", "5", "3e", "&", "bar 2, 1"]) expect(findPlace(typed, places)).toBeNull();
  });
});
