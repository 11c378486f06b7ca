/** Flows for tests. */

import fc from "fast-check";
import { compileFlow, type FlowWays, isFlowProblem } from "../flow/draw";
import type { FlowRules, FlowSpec, Idea } from "../flow/spec";
import { bpm, ticks } from "../time/time";
import { WORKING } from "./kits";
import { lineOf } from "./lines";

/** No rules at all. */
export const FREE: FlowRules = { inRow: null, lead: "written", endsFree: false, meet: null };

/** An idea of one line, with weight 1. */
export function idea(text: string, given: Partial<Idea> = {}): Idea {
  return { versions: [lineOf(text)], weight: 1, least: 0, most: null, tail: null, ...given };
}

/** Bars of 4/4 at 100 bpm, with only the given rules. */
export function specOf(ideas: readonly Idea[], bars = 1, rules: Partial<FlowRules> = {}): FlowSpec {
  const meter = { beats: 4, unit: 4 } as const;
  return { meter, tempo: bpm(100), bars, ideas, rules: { ...FREE, ...rules }, leading: "R" };
}

/** The ways of a spec that has some. */
export function compiled(spec: FlowSpec, round = 0): FlowWays {
  const ways = compileFlow(spec, WORKING, round);
  if (isFlowProblem(ways)) throw new Error(ways.code);
  return ways;
}

const TEXTS = [
  "@4 RLR",
  "@4 RLRR",
  "@4 RLRRL",
  "@4 RLRLKK",
  "@4 LRRL",
  "@2 RL",
  "@3 RLR",
  "@6 RLKRLK",
  "@4 K-K",
  "@2 K-",
];

/** Two to four ideas in a bar, under random rules. */
export const anySpec = fc
  .record({
    texts: fc.uniqueArray(fc.constantFrom(...TEXTS), { minLength: 2, maxLength: 4 }),
    inRow: fc.constantFrom(null, 1, 2, 3),
    lead: fc.constantFrom("written" as const, "same" as const, "alternate" as const),
    least: fc.array(fc.integer({ min: 0, max: 2 }), { minLength: 4, maxLength: 4 }),
    most: fc.array(fc.constantFrom(null, 1, 2, 3), { minLength: 4, maxLength: 4 }),
    isBound: fc.boolean(),
    meet: fc.option(fc.record({ idea: fc.nat(1), slot: fc.integer({ min: 0, max: 15 }) })),
  })
  .map(({ texts, inRow, lead, least, most, isBound, meet }) =>
    specOf(
      texts.map((text, index) =>
        idea(text, isBound ? { least: Math.min(least[index] ?? 0, most[index] ?? 9), most: most[index] ?? null } : {}),
      ),
      1,
      { inRow, lead, meet: meet && { idea: meet.idea, at: ticks(meet.slot * 2520) } },
    ),
  );
