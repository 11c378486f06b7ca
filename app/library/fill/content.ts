/** A fill as it is kept: a phrase, and what it sits in. */

import { z } from "zod";
import type { Item } from "~/data/rows";
import { itemId } from "../kind";
import { figureSchema } from "../phrase/figure";
import { makePhraseContent, phraseContentSchema, reachesNoFurther } from "../phrase/phrase";
import { settingSchema } from "../phrase/setting";
import { orchestrationsSchema } from "./orchestrations";

export const MAX_GROOVE_BARS = 8;

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
