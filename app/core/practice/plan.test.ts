import { describe, expect, it } from "vitest";
import { swingAt } from "../groove/feel";
import { ALL_STROKES } from "../orchestration/layers";
import type { Phrase } from "../phrase/phrase";
import { limitsOf } from "../player/limits";
import type { Circumstances } from "../player/motions";
import { makePlayer } from "../player/player";
import { phraseOfLine } from "../testing/expecting";
import { FOUR_PIECE, SMALL } from "../testing/kits";
import { bpm } from "../time/time";
import { layOut, type Timeline } from "../timeline/timeline";
import { STEP_KINDS, type StepKind } from "./kinds";
import { makePlan, type Plan } from "./plan";
import { phraseOfStep } from "./step";
import { reckonTempos } from "./tempos";

const phraseOf = (text: string, tempo: number, more: Partial<Phrase> = {}): Phrase => ({
  ...phraseOfLine(text, tempo),
  ...more,
});

const player = makePlayer(FOUR_PIECE, limitsOf("working", "R"));
const planOf = (phrase: Phrase, wish = {}): Plan => makePlan(phrase, player, { goal: phrase.tempo, ...wish });

/** One line per step, for review. */
function review({ tempos, steps }: Plan): string[] {
  const { learning, middle, goal } = tempos;
  return [
    `${learning} / ${middle} / ${goal}`,
    `about ${Math.round(steps.reduce((sum, { isExtra, minutes }) => sum + (isExtra ? 0 : minutes), 0))} minutes`,
    ...steps.map(({ id, slots, limbs, start, goal: to, ceiling, reason, isExtra }) => {
      const { code, ...numbers } = reason;
      const told = Object.entries(numbers).map(([name, value]) => `${name} ${Math.floor(value)}`);
      const part = slots ? ` [${slots.from}-${slots.to}]` : "";
      const most = ceiling === null ? "none" : Math.floor(ceiling);
      return `${isExtra ? "extra: " : ""}${id}${part} by ${limbs.join("")}, ${start} to ${to}, ceiling ${most}: ${[code, ...told].join(", ")}`;
    }),
  ];
}

describe("the plan of a phrase", () => {
  it("of fives and a six with kicks, on one drum: the bottleneck, joins, the whole, the form, then extras", () => {
    expect(review(planOf(phraseOf("@4 >RLRLK >RLRLK >RLRLKK", 100)))).toMatchInlineSnapshot(`
      [
        "62 / 81 / 100",
        "about 23 minutes",
        "hear by RLKH, 100 to 100, ceiling 124: sound-first",
        "count by RLKH, 62 to 62, ceiling 124: know-where",
        "cell @4 >RLRLKK [10-15] by RLKH, 62 to 81, ceiling 124: bottleneck, ceiling 124",
        "join @4 >RLRLK @4 >RLRLKK [5-15] by RLKH, 62 to 81, ceiling 124: bottleneck, ceiling 124",
        "join @4 >RLRLK @4 >RLRLK [0-9] by RLKH, 62 to 81, ceiling 162: join",
        "whole by RLKH, 62 to 100, ceiling 124: sticking",
        "levels by RLKH, 62 to 75, ceiling 124: levels, ghosts 0, accents 3",
        "form by RLKH, 81 to 100, ceiling 124: in-time",
        "extra: other-lead by RLKH, 62 to 91, ceiling 124: both-leads",
        "extra: other-order by RLKH, 62 to 91, ceiling 124: own-order",
        "extra: between by RLKH, 62 to 81, ceiling 124: no-lump",
      ]
    `);
  });

  it("of a short fill is short", () => {
    expect(review(planOf(phraseOf("@4 >RLRK", 120)))).toMatchInlineSnapshot(`
      [
        "90 / 105 / 120",
        "about 5 minutes",
        "hear by RLKH, 120 to 120, ceiling 197: sound-first",
        "count by RLKH, 90 to 90, ceiling 197: know-where",
        "whole by RLKH, 90 to 120, ceiling 197: sticking",
        "form by RLKH, 105 to 120, ceiling 197: in-time",
        "extra: other-lead by RLKH, 90 to 113, ceiling 197: both-leads",
      ]
    `);
  });

  it("of ghosted sixes down the toms: levels, and the kit in two steps", () => {
    const down = phraseOf("@6 >RlrLlr >RlrLlr >RlrLlr >RLRLRL", 84, {
      voicing: [{ on: true, rule: { kind: "travel", path: "drums", direction: "down" }, filter: ALL_STROKES }],
    });
    expect(review(planOf(down))).toMatchInlineSnapshot(`
      [
        "40 / 62 / 84",
        "about 41 minutes",
        "hear by RLKH, 84 to 84, ceiling 45: sound-first",
        "count by RLKH, 40 to 40, ceiling 105: know-where",
        "cell @6 >RlrLlr [0-5] by RLKH, 40 to 62, ceiling 105: bottleneck, ceiling 45",
        "join @6 >RlrLlr @6 >RLRLRL [12-23] by RLKH, 40 to 62, ceiling 105: bottleneck, ceiling 45",
        "join @6 >RlrLlr @6 >RlrLlr [0-11] by RLKH, 40 to 62, ceiling 105: join",
        "whole by RLKH, 40 to 84, ceiling 105: sticking",
        "levels by RLKH, 40 to 55, ceiling 105: levels, ghosts 12, accents 4",
        "full by RLKH, 40 to 84, ceiling 45: all-moves, surfaces 3",
        "form by RLKH, 40 to 84, ceiling 45: in-time",
        "extra: other-lead by RLKH, 40 to 73, ceiling 48: both-leads",
        "extra: other-order by RLKH, 40 to 73, ceiling 90: own-order",
        "extra: between by RLKH, 40 to 62, ceiling 105: no-lump",
      ]
    `);
  });

  it("of two rates with a fast foot: the bottleneck comes first", () => {
    expect(review(planOf(phraseOf("@4 >RLRRL >RLK @8 RLRLKKKK @4 RL-", 96)))).toMatchInlineSnapshot(`
      [
        "40 / 68 / 96",
        "about 41 minutes",
        "hear by RLKH, 96 to 96, ceiling 51: sound-first",
        "count by RLKH, 40 to 40, ceiling 51: know-where",
        "cell @8 RLRLKKKK [8-15] by RLKH, 40 to 68, ceiling 51: bottleneck, ceiling 51",
        "join @4 >RLK @8 RLRLKKKK [5-15] by RLKH, 40 to 68, ceiling 51: bottleneck, ceiling 51",
        "join @8 RLRLKKKK @4 RL- [8-18] by RLKH, 40 to 68, ceiling 51: bottleneck, ceiling 51",
        "join @4 >RLRRL @4 >RLK [0-7] by RLKH, 40 to 68, ceiling 171: join",
        "whole by RLKH, 40 to 96, ceiling 51: sticking",
        "levels by RLKH, 40 to 59, ceiling 51: levels, ghosts 0, accents 2",
        "form by RLKH, 41 to 96, ceiling 51: in-time",
        "extra: other-lead by RLKH, 40 to 82, ceiling 51: both-leads",
      ]
    `);
  });

  it("of hands only has no foot steps, and of feet only no hand steps", () => {
    expect(review(planOf(phraseOf("@4 >RLRR >LRLL >RLRR >LRLL", 130)))).toMatchInlineSnapshot(`
      [
        "79 / 105 / 130",
        "about 20 minutes",
        "hear by RLKH, 130 to 130, ceiling 158: sound-first",
        "count by RLKH, 79 to 79, ceiling 158: know-where",
        "cell @4 >LRLL [4-7] by RLKH, 79 to 105, ceiling 158: bottleneck, ceiling 158",
        "join @4 >RLRR @4 >LRLL [0-7] by RLKH, 79 to 105, ceiling 158: bottleneck, ceiling 158",
        "join @4 >LRLL @4 >RLRR [4-11] by RLKH, 79 to 105, ceiling 158: bottleneck, ceiling 158",
        "whole by RLKH, 79 to 130, ceiling 158: sticking",
        "levels by RLKH, 79 to 96, ceiling 158: levels, ghosts 0, accents 4",
        "form by RLKH, 105 to 130, ceiling 158: in-time",
        "extra: other-lead by RLKH, 79 to 118, ceiling 158: both-leads",
        "extra: other-order by RLKH, 79 to 118, ceiling 158: own-order",
        "extra: between by RLKH, 79 to 105, ceiling 121: no-lump",
      ]
    `);
    const feet = planOf(phraseOf("@4 K-KH K-KH K-KH KKHH", 110));
    expect(feet.steps.map(({ kind }) => kind)).toEqual([
      "hear",
      "count",
      "cell",
      "join",
      "join",
      "whole",
      "form",
      "other-order",
      "between",
    ]);
  });

  it("keeps the ids of its steps when something else in the phrase changes", () => {
    const before = planOf(phraseOf("@4 >RLRLK >RLRLK >RLRLKK", 100)).steps.map(({ id }) => id);
    const after = planOf(phraseOf("@4 >RLRLK >RLRLK >RLRLK -", 90)).steps.map(({ id }) => id);
    expect(before).toContain("join @4 >RLRLK @4 >RLRLK");
    expect(after).toContain("join @4 >RLRLK @4 >RLRLK");
  });

  it("distinguishes equal cells at two rates, and keeps ids short", () => {
    // At this goal, both are hard on their own.
    const twice = planOf(phraseOf("@4 >RLKK @8 >RLKK @4 >RLKK RLRL", 140)).steps.map(({ id }) => id);
    expect(twice).toContain("cell @4 >RLKK");
    expect(twice).toContain("cell @8 >RLKK");
    const long = ["K", "H"].map((last) => `${"RL".repeat(150)}${last}`);
    const ids = planOf(phraseOf(`@8 ${long.join(" ")} ${long[0]}`, 90)).steps.map(({ id }) => id);
    expect(new Set(ids).size).toBe(ids.length);
    expect(Math.max(...ids.map((id) => id.length))).toBeLessThanOrEqual(160);
  });

  it("mirrors with the phrase, except for the weaker hand's ceiling", () => {
    const right = planOf(phraseOf("@4 >RLRLK >RLRLK >RLRLKK", 100)).steps;
    const left = planOf(phraseOf("@4 >LRLRK >LRLRK >LRLRKK", 100)).steps;
    expect(left.map(({ kind, goal }) => [kind, goal])).toEqual(right.map(({ kind, goal }) => [kind, goal]));
  });

  it("exists on the smallest kit, and is empty for an empty phrase", () => {
    const small = makePlayer(SMALL, limitsOf("learner", "L"));
    const voicing = [{ on: true, rule: { kind: "by-cell", path: "toms" }, filter: ALL_STROKES }] as const;
    const phrase = phraseOf("@4 >RLRL >RLRL >RLRL >RLKK", 90, { voicing });
    expect(makePlan(phrase, small, { goal: bpm(90) }).steps.some(({ kind }) => kind === "form")).toBe(true);
    expect(planOf(phraseOf("@4", 90)).steps).toEqual([]);
  });

  it("starts below the player's clean tempo, or where the player says", () => {
    expect(reckonTempos({ goal: bpm(120), known: bpm(100) }, 200)).toEqual({ learning: 85, middle: 103, goal: 120 });
    expect(reckonTempos({ goal: bpm(120), learning: bpm(50) }, 200).learning).toBe(50);
    // From the ceiling, and three quarters of the goal if the goal is far away.
    expect(reckonTempos({ goal: bpm(120) }, 100).learning).toBe(50);
    expect(reckonTempos({ goal: bpm(80) }, 220).learning).toBe(60);
    expect(reckonTempos({ goal: bpm(30) }, 200)).toEqual({ learning: 30, middle: 30, goal: 30 });
  });
});

describe("under a groove", () => {
  it("has the fill's swung top tempo, for the whole and for all steps with the whole phrase", () => {
    const phrase = phraseOf("@2 RRRRRRRR", 200);
    const ostinato = (timeline: Timeline): Circumstances => ({
      moments: timeline.events.map(({ at }) => swingAt(at, { unit: 2, share: 0.75 }, timeline.meter)),
      feet: [],
    });
    const straight = makePlan(phrase, player, { goal: bpm(200) });
    const swung = makePlan(phrase, player, { goal: bpm(200) }, ostinato);
    expect(swung.ceiling?.bpm ?? 0).toBeLessThan(straight.ceiling?.bpm ?? 0);
    const topOf = (plan: Plan, kind: StepKind) => plan.steps.find((step) => step.kind === kind)?.ceiling;
    expect(topOf(swung, "whole")).toBe(swung.ceiling?.bpm);
    expect(topOf(swung, "form")).toBe(swung.ceiling?.bpm);
    expect(topOf(straight, "whole")).toBe(straight.ceiling?.bpm);
  });
});

describe("separate limbs", () => {
  const kinds = (text: string, wish = {}) => planOf(phraseOf(text, 100), wish).steps.map(({ kind }) => kind);
  it("are practised where hands and feet interlock, or after failing together", () => {
    expect(kinds("@4 >RLRK >RLRK >RLRK RLKK")).not.toContain("hands");
    expect(kinds("@4 (RK)LRK (RK)LRK (RK)LRK RLKK")).toEqual(expect.arrayContaining(["hands", "feet", "together"]));
    expect(kinds("@4 RLRK RHRK RHRK RLRL")).toContain("feet");
    expect(kinds("@4 >RLRK >RLRK >RLRK RLKK", { apart: true })).toContain("hands");
    expect(kinds("@4 RLRL RLRL", { apart: true })).not.toContain("hands");
  });
  it("cells that are equal without surfaces are one step", () => {
    const drums = planOf(phraseOf("@4 R/snL/snKK R/t1L/t1KK R/f1L/f1KK RLRL", 120));
    expect(drums.steps.filter(({ kind }) => kind === "cell")).toHaveLength(1);
    expect(drums.steps.filter(({ kind }) => kind === "join")).toHaveLength(2);
  });
});

describe("the phrase of a step", () => {
  const phrase = phraseOf("@4 >R/t1L/t1RLK >RLR/f1LK >RLRLKK", 100);

  it("has the phrase's length and number of strokes, in every step", () => {
    const whole = layOut(phrase, FOUR_PIECE);
    for (const kind of STEP_KINDS) {
      for (let repeat = 0; repeat < 20; repeat++) {
        const played = phraseOfStep(phrase, { kind, slots: null }, FOUR_PIECE, repeat);
        expect(played, kind).not.toBeNull();
        const timeline = layOut(played as Phrase, FOUR_PIECE);
        expect(timeline.end).toBe(whole.end);
        if (kind !== "between") expect(timeline.events.length).toBe(whole.events.length);
      }
    }
  });

  it("on one drum has the hands on the snare; the basic form moves only for accents and first notes", () => {
    const places = (kind: "whole" | "basic") =>
      layOut(phraseOfStep(phrase, { kind, slots: null }, FOUR_PIECE) as Phrase, FOUR_PIECE)
        .events.filter(({ limb }) => limb !== "K")
        .map(({ place }) => place)
        .join(" ");
    expect(new Set(places("whole").split(" "))).toEqual(new Set(["sn"]));
    expect(places("basic")).toBe("t1 sn sn sn sn sn sn sn sn sn sn sn");
  });

  it("between cells changes its order, the same for the same repeat", () => {
    const orders = Array.from({ length: 12 }, (_, repeat) =>
      JSON.stringify(phraseOfStep(phrase, { kind: "between", slots: null }, null, repeat)),
    );
    expect(new Set(orders).size).toBeGreaterThan(1);
    expect(JSON.stringify(phraseOfStep(phrase, { kind: "between", slots: null }, null, 3))).toBe(orders[3]);
  });

  it("of one cell loops with silence to the next beat, long enough to be judged", () => {
    const fives = phraseOf("@4 >RLRLK >RLRLK >RLRLKK", 100);
    const cell = layOut(phraseOfStep(fives, { kind: "cell", slots: { from: 0, to: 4 } }, null) as Phrase);
    expect(cell.cells.map(({ size }) => size)).toEqual([8, 8]);
    expect(cell.end).toBe(4 * 10_080);
    const join = layOut(phraseOfStep(fives, { kind: "join", slots: { from: 5, to: 15 } }, null) as Phrase);
    expect(join.cells.map(({ size }) => size)).toEqual([5, 7]);
    expect(join.events[0]?.at).toBe(0);
  });
});
