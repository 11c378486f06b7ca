/** A groove as stored: a phrase of whole bars, its range of tempos, and its feel. */

import type { z } from "zod";
import { barTicks } from "~/core/time";
import type { Item } from "~/data/rows";
import { makePhraseContent } from "../phrase/phrase";
import { feelSchema, isMeter, phraseContentSchema, reachesNoFurther, tempoSchema } from "../phrase/schema";

export const MAX_GROOVE_LENGTH = 8;

export const grooveContentSchema = phraseContentSchema
  .extend({
    /** The range of tempos in bpm in which it sounds right. */
    slowest: tempoSchema,
    fastest: tempoSchema,
    feel: feelSchema,
  })
  .strict()
  .refine(...reachesNoFurther)
  .refine(
    ({ window, meter }) => !isMeter(meter) || (window.start === 0 && window.length % barTicks(meter) === 0),
    "is not of whole bars",
  )
  .refine(
    ({ window, meter }) => !isMeter(meter) || window.length <= MAX_GROOVE_LENGTH * barTicks(meter),
    `is longer than ${MAX_GROOVE_LENGTH} bars`,
  )
  .refine(({ slowest, fastest }) => slowest <= fastest, "is slowest above its fastest tempo");
export type GrooveContent = z.infer<typeof grooveContentSchema>;

/** An own groove with its identity, as stored in files. */
export type SavedGroove = Item<GrooveContent>;

export function makeGrooveContent(given: Partial<GrooveContent> & { text: string }): GrooveContent {
  const phrase = makePhraseContent(given);
  return grooveContentSchema.parse({ ...phrase, slowest: 60, fastest: 140, feel: { swing: null, push: {} }, ...given });
}
