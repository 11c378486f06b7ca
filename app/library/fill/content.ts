/** A fill as it is kept: a phrase, and what it sits in. */

import { z } from "zod";
import { KIT_VOICES, LIMBS } from "~/core/stroke";
import type { Item } from "~/data/rows";
import { itemId } from "../kind";
import { orchestrationSchema } from "../phrase/orchestration";
import { makePhraseContent } from "../phrase/phrase";
import { figureSchema, phraseContentSchema, reachesNoFurther, settingSchema } from "../phrase/schema";
import { MAX_ORCHESTRATION_NAME, MAX_ORCHESTRATIONS } from "./orchestrations";

export const MAX_GROOVE_BARS = 8;
const MAX_PLACED = 10_000;

/** A stroke that is put somewhere by hand: slot, part of the slot, limb, drum or cymbal. */
const placedSchema = z.tuple([
  z.number().int().min(0).max(MAX_PLACED),
  z.number().int().min(0).max(8),
  z.enum(LIMBS),
  z.enum(KIT_VOICES),
]);

export const namedOrchestrationSchema = z.strictObject({
  name: z.string().max(MAX_ORCHESTRATION_NAME),
  voicing: orchestrationSchema.optional(),
  placed: z.array(placedSchema).max(MAX_PLACED),
});
export type NamedOrchestration = z.infer<typeof namedOrchestrationSchema>;

export const orchestrationsSchema = z.strictObject({
  /** Of the one in force. */
  name: z.string().max(MAX_ORCHESTRATION_NAME),
  others: z
    .array(namedOrchestrationSchema)
    .min(1)
    .max(MAX_ORCHESTRATIONS - 1),
});

/** What a player edits; undo and redo go over this. */
export const fillContentSchema = phraseContentSchema
  .extend({
    /** The id of a groove that ships, or of an own one. */
    groove: itemId,
    grooveBars: z.number().int().min(0).max(MAX_GROOVE_BARS),
    /** What the band plays there; absent for nothing. */
    figure: figureSchema.optional(),
    /** Its other orchestrations, with the name of the one in force; absent for a fill with one. */
    orchestrations: orchestrationsSchema.optional(),
    /** How it sits in the groove; absent for the usual way. */
    setting: settingSchema.optional(),
  })
  .strict()
  .refine(...reachesNoFurther);
export type FillContent = z.infer<typeof fillContentSchema>;

/** A fill with its identity, as it travels in files. */
export type Fill = Item<FillContent>;

/** A fill's content from a line of text, with everything else as a new fill has it. `text` must be readable. */
export function makeContent(given: Partial<FillContent> & { text: string }): FillContent {
  const phrase = makePhraseContent(given);
  return fillContentSchema.parse({
    ...phrase,
    groove: "plain",
    grooveBars: 1,
    ...given,
    goodText: given.goodText ?? given.text,
  });
}
