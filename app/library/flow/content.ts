/** A flow as stored: ideas to improvise between, the rules, and practice settings. */

import { z } from "zod";
import { LEADS, MAX_FLOW_BARS, MAX_IDEAS, PATHS } from "~/core/flow";
import { MAX_TEXT, readStickLine } from "~/core/line";
import type { Bpm } from "~/core/time";
import type { Item } from "~/data/rows";
import { itemId, type Ref } from "../kind";
import { MAX_NAME } from "../phrase/phrase";
import { rateTextSchema } from "../phrase/rate";
import { meterSchema, settingSchema, tempoSchema, ticksSchema } from "../phrase/schema";

export const MAX_TIMES = 64;
export const MAX_WEIGHT = 5;
export const MAX_TAIL = 32;
export const MAX_GROWTH = 6;
export const MAX_TIME_BARS = 16;
export const MAX_ROUNDS = 64;

const times = z.number().int().min(0).max(MAX_TIMES);

/** No spaces: two keys with a space between them name a join. */
const ideaKey = z.string().regex(/^\S+$/).max(40);

const ideaSchema = z.strictObject({
  /** Its key within the flow, whatever else changes. */
  key: ideaKey,
  kind: z.enum(["cell", "fill"]),
  /** The cell, rudiment or fill it was taken from; null if it was typed. */
  of: itemId.nullable(),
  name: z.string().max(MAX_NAME),
  /** The line at the time it was taken, which is played if the book no longer has it. */
  text: z
    .string()
    .max(MAX_TEXT)
    .refine((text) => readStickLine(text).line !== null, "is not a readable stick line"),
  /** Its opening note value; null for its own. */
  rate: rateTextSchema.nullable(),
  weight: z.number().int().min(1).max(MAX_WEIGHT),
  least: times,
  most: z.number().int().min(1).max(MAX_TIMES).nullable(),
  tail: z
    .strictObject({
      slots: z.number().int().min(1).max(MAX_TAIL),
      times: z.number().int().min(1).max(MAX_GROWTH),
    })
    .nullable(),
  path: z.enum(PATHS),
  /** Whether its accents move. */
  accents: z.boolean(),
  /** Whether the last cell of a repeat is replaced with another one from the book. */
  changesEnd: z.boolean(),
});
export type FlowIdea = z.infer<typeof ideaSchema>;

export const FLOW_FORMS = ["solo", "trade"] as const;
export const AHEADS = ["off", "spoken", "played"] as const;

export const flowContentSchema = z
  .strictObject({
    name: z.string().max(MAX_NAME),
    meter: meterSchema,
    tempo: tempoSchema,
    ideas: z.array(ideaSchema).max(MAX_IDEAS),
    /** The bars to fill. */
    bars: z.number().int().min(1).max(MAX_FLOW_BARS),
    rules: z.strictObject({
      inRow: z.number().int().min(1).max(16).nullable(),
      lead: z.enum(LEADS),
      endsFree: z.boolean(),
      /** The key of an idea that must be played at a position. */
      meet: z.strictObject({ key: ideaKey, at: ticksSchema }).nullable(),
    }),
    form: z.strictObject({
      /** "trade": the demo drummer answers with the same number of bars. */
      kind: z.enum(FLOW_FORMS),
      /** Bars of groove before the ideas. */
      timeBars: z.number().int().min(0).max(MAX_TIME_BARS),
      /** Whether ideas are called; otherwise the player is free except for the required meeting points. */
      isCalled: z.boolean(),
      /** Number of rounds; null for endless. */
      rounds: z.number().int().min(1).max(MAX_ROUNDS).nullable(),
    }),
    groove: itemId,
    setting: settingSchema,
    ahead: z.enum(AHEADS),
    /** Whether weights stay fixed. */
    isHeld: z.boolean(),
    ladder: z
      .strictObject({
        by: z.number().int().min(1).max(20),
        /** Consecutive clean rounds per tempo. */
        every: z.number().int().min(1).max(16),
        to: tempoSchema,
      })
      .nullable(),
    seed: z.number().int().min(0).max(0xffffffff),
  })
  .refine(({ ideas }) => new Set(ideas.map(({ key }) => key)).size === ideas.length, "has the same idea twice")
  .refine(
    ({ rules, ideas }) => rules.meet === null || ideas.some(({ key }) => key === rules.meet?.key),
    "must meet an idea that it doesn't have",
  );
export type FlowContent = z.infer<typeof flowContentSchema>;
export type SavedFlow = Item<FlowContent>;

const REFS = { cell: "cells", fill: "fills" } as const;

/** What the flow refers to in the book. */
export function listRefs({ ideas, groove }: FlowContent): Ref[] {
  return [
    ...ideas.flatMap(({ kind, of }): Ref[] => (of === null ? [] : [{ key: REFS[kind], id: of }])),
    { key: "grooves", id: groove },
  ];
}

export function renameRefs(content: FlowContent, idOf: (ref: Ref) => string): FlowContent {
  return {
    ...content,
    groove: idOf({ key: "grooves", id: content.groove }),
    ideas: content.ideas.map((idea) =>
      idea.of === null ? idea : { ...idea, of: idOf({ key: REFS[idea.kind], id: idea.of }) },
    ),
  };
}

/** A new idea: any number of times, weight 1, played as written. */
export function makeIdea(given: Pick<FlowIdea, "kind" | "of" | "name" | "text"> & Partial<FlowIdea>): FlowIdea {
  return {
    key: crypto.randomUUID(),
    rate: null,
    weight: 1,
    least: 0,
    most: null,
    tail: null,
    path: "kept",
    accents: false,
    changesEnd: false,
    ...given,
  };
}

/** A flow's content with defaults for everything else. */
export function makeFlow(given: Partial<FlowContent> = {}): FlowContent {
  return {
    name: "",
    meter: { beats: 4, unit: 4 },
    tempo: 80 as Bpm,
    ideas: [],
    bars: 2,
    rules: { inRow: 3, lead: "written", endsFree: false, meet: null },
    form: { kind: "solo", timeBars: 2, isCalled: true, rounds: null },
    groove: "straight-eighths",
    setting: { during: "foot", foot: "two-and-four" },
    ahead: "off",
    isHeld: false,
    ladder: null,
    seed: 1,
    ...given,
  };
}
