/** A flow as it is kept: ideas to improvise between, the rules, and how it is practised. */

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

/** Without spaces: two of them name a join. */
const ideaKey = z.string().regex(/^\S+$/).max(40);

const ideaSchema = z.strictObject({
  /** Its own within the flow, whatever it is changed to. */
  key: ideaKey,
  kind: z.enum(["cell", "fill"]),
  /** The cell, rudiment or fill that it was taken from; null for one that was typed. */
  of: itemId.nullable(),
  name: z.string().max(MAX_NAME),
  /** The line as it was when it was taken: what is played where the book has it no more. */
  text: z
    .string()
    .max(MAX_TEXT)
    .refine((text) => readStickLine(text).line !== null, "is not a readable stick line"),
  /** The note value that it begins with; null for its own. */
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
  /** Whether the last cell of a repeat is changed for another one of the book. */
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
    /** Bars that the ideas fill. */
    bars: z.number().int().min(1).max(MAX_FLOW_BARS),
    rules: z.strictObject({
      inRow: z.number().int().min(1).max(16).nullable(),
      lead: z.enum(LEADS),
      endsFree: z.boolean(),
      /** An idea that must be played at a place, by its key. */
      meet: z.strictObject({ key: ideaKey, at: ticksSchema }).nullable(),
    }),
    form: z.strictObject({
      /** "trade": the demo drummer answers for as many bars. */
      kind: z.enum(FLOW_FORMS),
      /** Bars of groove before the ideas. */
      timeBars: z.number().int().min(0).max(MAX_TIME_BARS),
      /** Whether ideas are called; else the player is free but for what must be met. */
      isCalled: z.boolean(),
      /** How often it goes round; null without end. */
      rounds: z.number().int().min(1).max(MAX_ROUNDS).nullable(),
    }),
    groove: itemId,
    setting: settingSchema,
    ahead: z.enum(AHEADS),
    /** Whether weights stay as they were given. */
    isHeld: z.boolean(),
    ladder: z
      .strictObject({
        by: z.number().int().min(1).max(20),
        /** Clean rounds in a row on each tempo. */
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

/** What the flow names of the book. */
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

/** An idea as it begins: any number of times, as likely as any other, played as it is written. */
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

/** A flow's content with everything as a new one has it. */
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
