/** A fill as stored: a phrase, and its setting. */

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

/** A stroke with a surface set by hand: slot, part of the slot, limb, drum or cymbal. */
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
  /** Name of the current one. */
  name: z.string().max(MAX_ORCHESTRATION_NAME),
  others: z
    .array(namedOrchestrationSchema)
    .min(1)
    .max(MAX_ORCHESTRATIONS - 1),
});

/** What a player edits; undo and redo apply to this. */
export const fillContentSchema = phraseContentSchema
  .extend({
    /** The id of a shipped or own groove. */
    groove: itemId,
    grooveBars: z.number().int().min(0).max(MAX_GROOVE_BARS),
    /** The band's rhythm; absent for none. */
    figure: figureSchema.optional(),
    /** Its other orchestrations, and the name of the current one; absent for a fill with only one. */
    orchestrations: orchestrationsSchema.optional(),
    /** Its setting in the groove; absent for the default. */
    setting: settingSchema.optional(),
  })
  .strict()
  .refine(...reachesNoFurther);
export type FillContent = z.infer<typeof fillContentSchema>;

/** A fill with its identity, as stored in files. */
export type Fill = Item<FillContent>;

/** A fill's content from a line of text, with defaults for everything else. `text` must be valid. */
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
