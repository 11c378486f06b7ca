import { describe, expect, test } from "vitest";
import {
  barTicks,
  bpm,
  describeLanding,
  layOut,
  measureCycle,
  measureFit,
  openingRate,
  parseMeter,
  parseRate,
  readStickLine,
  ticks,
} from "~/core";
import { readStickFile } from "~/formats/stick-file";
import { wordBookProblem, wordStickFileProblem } from "./book";
import { wordProblem } from "./problem";
import { nameSlot } from "./slot";
import { nameRate, nameTempoUnit, plural, sayCountIn, sayNumber, sayPosition } from "./time";
import { wordBarCheck, wordCycle, wordFit, wordLanding, wordLead } from "./verdict";

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
  const landing = describeLanding(timeline);
  const cycle = fit.used > 0 ? measureCycle(fit.used, timeline.meter) : null;
  return {
    fit: wordFit(fit, timeline.meter, rate),
    cycle: wordCycle(cycle, fit, timeline.meter),
    landing: wordLanding(landing),
    lead: wordLead(landing),
  };
}

describe("the verdict", () => {
  test("of five, five and six", () => {
    expect(verdictsOf("@4 >RlrrL >RlrrL RLRRLK")).toEqual({
      fit: { tone: "good", headline: "16 of 16 slots", detail: "Fits: 4 beats, nothing left over" },
      cycle: { tone: "good", headline: "Closes in 1 bar", detail: "Repeats begin where it began" },
      landing: {
        tone: "good",
        headline: "Last note kick, 125 ms to the one",
        detail: "Both hands free for the crash; kick into the one, 8.0 a second",
      },
      lead: { tone: "good", headline: "Lead stays", detail: "same hand on every repeat" },
    });
  });
  test("of three fives: one left, and it comes round over the bar line", () => {
    const { fit, cycle, landing } = verdictsOf("@4 RLRRLx3");
    expect([fit.tone, fit.headline, fit.detail]).toEqual([
      "open",
      "15 of 16 slots: 1 slot left",
      "¼ beat of sixteenths to fill",
    ]);
    expect(cycle.headline).toBe("Comes round after 15 bars");
    expect(landing.headline).toBe("Last note left hand, 250 ms to the one");
  });
  test("of too many slots, of a part of a slot, of mixed rates, of nothing", () => {
    expect(verdictsOf("@4 RLRRLx4").fit).toMatchObject({ tone: "bad", headline: "20 of 16 slots: 4 slots too many" });
    expect(verdictsOf("@3 RLL", "7/8").fit.headline).toBe("3 of 10½ slots: 7½ slots left");
    expect(verdictsOf("@4 RLRL @6 RLK").fit.headline).toMatch(/^7 slots at mixed rates/);
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
    expect(wordLanding(describeLanding(timelineOf("@4 (RL)x16"))).detail).toMatch(/No hand is free in time/);
    expect(verdictsOf("@4 RLRR").lead.headline).toBe("Lead flips");
  });
  test("of a bar line that is not one", () => {
    expect(wordBarCheck(-2_520, 2, { slots: 4, quarters: 1 })).toBe(
      "The | before cell 3 stands 1 slot before the bar line.",
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
    const { column, what, remedy } = wordProblem(problem);
    expect(column).toBe(problem.from + 1);
    expect(`${what} ${remedy}`).not.toMatch(/undefined|NaN|“”/);
    expect(what).toMatch(/\.$/);
    expect(remedy).toMatch(/[.}]$/);
  });
  test("an example, whole", () => {
    const problem = readStickLine("@11 RL").problems[0];
    expect(problem && wordProblem(problem)).toEqual({
      column: 2,
      what: "“11” slots a quarter note is not a rate that the clock divides exactly.",
      remedy: "The nearest are @10 and @12.",
    });
  });
  test("of files", () => {
    expect(
      wordBookProblem({ kind: "field", path: "content.tempo", item: { what: "fill", index: 2 }, detail: "too big" }),
    ).toMatch(/^Fill 3 of the file .*content\.tempo/);
    expect(wordBookProblem({ kind: "too-large", bytes: 9e6, most: 8_388_608 })).toMatch(/8\.6 MB; 8 MB/);
    expect(wordBookProblem({ kind: "version", found: "7", known: 1 })).toMatch(/version 7/);
    expect(wordBookProblem({ kind: "twice", what: "fill", id: "x" })).toMatch(/“x”/);
    expect(wordBookProblem({ kind: "not-json", detail: "" })).toMatch(/not JSON\. /);
    const bad = readStickFile("RL\nRLF");
    expect(!bad.ok && wordStickFileProblem(bad)).toMatch(/^Line 2, column 3 of the file: “F” is not a limb here/);
    expect(wordStickFileProblem({ ok: false, reason: "empty" })).toMatch(/no stick line/);
    expect(wordBookProblem({ kind: "not-a-book" })).toMatch(/not a Dime Stack book/);
  });
});

test("slots, rates, numbers and places by name", () => {
  const cell = readStickLine("@4 '>R/t1(RK){LL}-h").line?.[1];
  expect(cell?.kind === "cell" && cell.slots.map(nameSlot)).toEqual([
    "right hand accent flam on tom 1",
    "right hand with bass drum",
    "shared by 2: left hand, left hand",
    "silence",
    "hi-hat foot ghost",
  ]);
  expect(["4", "3/2", "20", "7/4"].map((text) => nameRate(parseRate(text) ?? { slots: 1, quarters: 1 }))).toEqual([
    "sixteenths",
    "quarter triplets",
    "20 to the quarter",
    "7 in 4 quarters",
  ]);
  expect([0, 0.5, 2 / 3, 10.25, 1234, 1.2345].map(sayNumber)).toEqual(["0", "½", "⅔", "10¼", "1,234", "1.23"]);
  expect([plural(1, "bar"), plural(2, "bar"), plural(0.5, "beat"), plural(0, "slot")]).toEqual([
    "1 bar",
    "2 bars",
    "½ beat",
    "0 slots",
  ]);
  const sixteenths = { slots: 4, quarters: 1 };
  const four = { beats: 4, unit: 4 } as const;
  expect([0, 25_200, 12_600].map((at) => sayPosition(ticks(at), sixteenths, four, "beats"))).toEqual([
    "1",
    "3 &",
    "2 e",
  ]);
  expect(sayPosition(ticks(12_600), sixteenths, four, "french")).toBe("2 (fa)");
  expect(
    (["4/4", "6/8", "7/8", "2/2", "6/16"] as const).map((text) => nameTempoUnit(parseMeter(text) ?? four)),
  ).toEqual(["quarters", "dotted quarters", "quarters", "halves", "dotted eighths"]);
});

test("the count-in is counted as the fill is, through all its bars", () => {
  const four = { beats: 4, unit: 4 } as const;
  expect([0, 1, 3, 4].map((beat) => sayCountIn(beat, four, "beats"))).toEqual(["1", "2", "4", "1"]);
  expect([0, 1].map((beat) => sayCountIn(beat, { beats: 6, unit: 8 }, "beats"))).toEqual(["1", "2"]);
  expect(sayCountIn(1, four, "south-indian")).toBe("ta");
  expect(sayCountIn(2, four, "cell")).toBe("3");
});
