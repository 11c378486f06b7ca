/** A groove as it is kept: a phrase of whole bars, the tempos that it is for, and its feel. */

import type { z } from "zod";
import type { Groove } from "~/core/groove";
import { barTicks, type Meter } from "~/core/time";
import { layOut } from "~/core/timeline";
import type { Item } from "~/data/rows";
import {
  isMeter,
  makePhraseContent,
  phraseContentSchema,
  reachesNoFurther,
  soundLine,
  tempoSchema,
  toPhrase,
} from "../phrase/phrase";
import { feelSchema, toFeel } from "../phrase/setting";

export const MAX_GROOVE_LENGTH = 8;

export const grooveContentSchema = phraseContentSchema
  .extend({
    /** Beats a minute between which it sounds as it should. */
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

/** A player's own groove with its identity, as it travels in files. */
export type SavedGroove = Item<GrooveContent>;

export function makeGrooveContent(given: Partial<GrooveContent> & { text: string }): GrooveContent {
  const phrase = makePhraseContent(given);
  return grooveContentSchema.parse({ ...phrase, slowest: 60, fastest: 140, feel: { swing: null, push: {} }, ...given });
}

/**
 * The groove to be played. A line that is shorter or longer than its bars goes round as it is: what does not fill its
 * bars is told where it is edited.
 */
export function toGroove(content: GrooveContent): Groove {
  return {
    meter: content.meter as Meter,
    line: soundLine(content),
    feel: toFeel(content.feel),
  };
}

/** Slots' ticks that a groove's line has too many, or too few where negative, for its bars. */
export function grooveOver(content: GrooveContent): number {
  return layOut(toPhrase(content)).end - content.window.length;
}
