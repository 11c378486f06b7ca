import { describe, expect, test } from "vitest";
import { type KitProblem, usualSurface } from "~/core/kit";
import { readStickLine } from "~/core/line";
import { findCeiling, type Limits, limitsOf, makePlayer } from "~/core/player";
import type { KitVoice } from "~/core/stroke";
import { barTicks, bpm, ticks } from "~/core/time";
import { layOut } from "~/core/timeline";
import { describeBottleneck, describeCeiling, describeOtherPlace } from "./ceiling";
import { adviseOn, describeCrossing, describeKitProblem, describeOrchestrationProblem, describeReach } from "./kit";
import { describeFold } from "./slot";

const METER = { beats: 4, unit: 4 } as const;
const KIT = { surfaces: (["sn", "t1", "f1", "hh", "c1", "kk", "hp"] as KitVoice[]).map(usualSurface) };
const WORKING = limitsOf("working", "R");

function laid(text: string, tempo = 100) {
  const { line } = readStickLine(text);
  if (!line) throw new Error(text);
  return layOut({ meter: METER, tempo: bpm(tempo), window: { start: ticks(0), length: barTicks(METER) }, line }, KIT);
}

function sentence(text: string, limits: Limits = WORKING): string {
  const timeline = laid(text);
  const ceiling = findCeiling(timeline, makePlayer(KIT, limits));
  return ceiling ? describeBottleneck(timeline, ceiling, KIT) : "";
}

describe("the bottleneck in a sentence", () => {
  test.each([
    ["@4 R/snLR/f1L", /^Right hand, snare to floor tom between notes 1 and 3: \d+\.$/],
    ["@2 R/snR/f1R/sn", /^Right hand, floor tom to snare between notes 2 and 3: \d+\.$/],
    ["@2 R/f1R/snR/f1", /^Right hand, floor tom to snare and back between notes 1 and 3: \d+\.$/],
    ["@4 RLLR", /^Left hand, two strokes in a row, notes 2 and 3: \d+\.$/],
    ["@4 {RR}-", /^Right hand, bounced strokes in note 1: \d+\.$/],
    ["@4 RLRLRLRLRLRL", /^Hand to hand, notes 1 to \d+: 162\.$/],
    ["@4 RLKRLKRLKRLK", /^Hands and feet in turn, notes 1 to \d+: 162\.$/],
    ["@2 RRRRRRRRRR", /^Right hand, steady singles, notes 1 to 7: 213\.$/],
    ["@4 ~R~L~R~L", /^Left hand, time for the buzz on note 2: 115\.$/],
    ["@4 L=R/c1--", /^A hand free to choke the crash on note 2: \d+\.$/],
  ])("%s", (text, expected) => {
    expect(sentence(text)).toMatch(expected);
  });
  test("names the crossing hands", () => {
    const slow = { ...WORKING, cross: 0.3 as Limits["cross"] };
    expect(sentence("@4 R/hhL", slow)).toMatch(/^$|over/);
    expect(sentence("@4 R/hhLR/hhL", slow)).toBe("Right hand over left, closed hi-hat over snare, notes 1 and 2: 50.");
  });
  test("a verdict: playable, too fast, or not judgeable", () => {
    const timeline = laid("@4 RLLR", 100);
    const ceiling = findCeiling(timeline, makePlayer(KIT, WORKING));
    expect(describeCeiling(timeline, ceiling, KIT)).toMatchObject({ tone: "good", headline: "Up to 158 bpm" });
    expect(describeCeiling(laid("@4 RLLR", 300), ceiling, KIT)).toMatchObject({
      tone: "bad",
      headline: "Too fast: top tempo 158",
    });
    expect(describeCeiling(timeline, null, KIT)).toMatchObject({ tone: "plain" });
  });
  test("the effect of another surface, and advice without promises", () => {
    const other = { slot: 6, limb: "L", event: 6, place: "t1", bpm: 151.9 } as const;
    expect(describeOtherPlace(other)).toBe("With note 7 on tom 1 you could play it at 151.");
    expect(describeOtherPlace(null)).toBe("");
    const timeline = laid("@2 RRRRRRRRRRRR");
    const ceiling = findCeiling(timeline, makePlayer(KIT, WORKING));
    expect(ceiling && adviseOn(ceiling.bottleneck)).toContain("see a qualified teacher or a doctor");
  });
});

test("each problem of a kit comes with its fix", () => {
  const problems: KitProblem[] = [
    { kind: "no-snare" },
    { kind: "no-cymbal" },
    { kind: "no-bass-drum" },
    { kind: "overlap", place: "t1", other: "sn" },
    { kind: "far", place: "c1", reach: 130.4 },
  ];
  for (const problem of problems) {
    const { what, remedy } = describeKitProblem(problem);
    expect(what).toMatch(/\.$/);
    expect(remedy.length).toBeGreaterThan(5);
  }
  expect(describeKitProblem(problems[3] as KitProblem).what).toBe("Tom 1 and snare overlap.");
});

test("why nothing can be moved round the kit, and what to do", () => {
  const timeline = laid("@8 RRRRRRRR", 200);
  const player = makePlayer(KIT, WORKING);
  const ceiling = findCeiling(timeline, player);
  if (!ceiling) throw new Error("there is a ceiling");
  expect(describeOrchestrationProblem({ code: "too-fast", ceiling }, timeline, KIT)).toContain("Lower the tempo");
  expect(describeOrchestrationProblem({ code: "no-surfaces" }, timeline, KIT)).toContain("Choose at least one");
  expect(describeOrchestrationProblem({ code: "too-long", strokes: 300, most: 256 }, timeline, KIT)).toContain(
    "300 hand strokes",
  );
  expect(describeOrchestrationProblem({ code: "no-strokes" }, timeline, KIT)).toContain("No hand plays");
});

test("crossings and reaches name hand, surfaces and notes", () => {
  expect(describeCrossing({ over: "R", at: "hh", under: "sn", slots: [1, 2] })).toBe(
    "Right hand over left, closed hi-hat over snare: notes 2, 3.",
  );
  const slots = Array.from({ length: 11 }, (_, slot) => slot);
  expect(describeReach({ hand: "L", place: "ch", reach: 131.4, slots, isNearer: true })).toBe(
    "Left hand to the china, 131 cm from its shoulder: notes 1, 2, 3, 4, 5, 6, 7, 8 and 3 more. The right hand has it within reach.",
  );
});

test("a substitute is mentioned in the right number", () => {
  expect(describeFold("t2", "t1", 1)).toBe("This kit has no tom 2: 1 stroke plays on tom 1.");
  expect(describeFold("t2", "t1", 3)).toBe("This kit has no tom 2: 3 strokes play on tom 1.");
  expect(describeFold("c1", "c1", 2)).toContain("nothing like it");
});
