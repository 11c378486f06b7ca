/** How a fill sits in its groove, as it is kept. What is absent is as usual. */

import { z } from "zod";
import {
  DURINGS,
  ENDINGS,
  FEET_IN,
  type Feel,
  FOOT_OSTINATI,
  HARDEST_SHARE,
  MOST_PUSH,
  type Setting,
  STRAIGHT_SHARE,
  SWING_UNITS,
} from "~/core/groove";

const pushSchema = z.number().min(-MOST_PUSH).max(MOST_PUSH).optional();

export const feelSchema = z.strictObject({
  swing: z
    .strictObject({ unit: z.literal(SWING_UNITS), share: z.number().min(STRAIGHT_SHARE).max(HARDEST_SHARE) })
    .nullable(),
  /** Milliseconds behind the beat. */
  push: z.strictObject({ R: pushSchema, L: pushSchema, K: pushSchema, H: pushSchema }),
});

export const settingSchema = z.strictObject({
  ending: z.enum(ENDINGS).optional(),
  during: z.enum(DURINGS).optional(),
  foot: z.enum(FOOT_OSTINATI).optional(),
  kickOnBeats: z.boolean().optional(),
  feetIn: z.enum(FEET_IN).optional(),
  stops: z.boolean().optional(),
  /** The fill's own feel in place of the groove's. */
  feel: feelSchema.optional(),
  /** Whether the fill has the groove's feel. */
  follows: z.boolean().optional(),
});
export type SettingContent = z.infer<typeof settingSchema>;

/** The whole setting of a fill, in a groove with that feel. */
export function toSetting(
  content: SettingContent | undefined,
  bars: Pick<Setting, "grooveBars" | "countInBars">,
  grooveFeel: Feel,
): Setting {
  return {
    ...bars,
    ending: content?.ending ?? "crash",
    during: content?.during ?? "nothing",
    foot: content?.foot ?? "none",
    kickOnBeats: content?.kickOnBeats ?? false,
    feetIn: content?.feetIn ?? "throughout",
    stops: content?.stops ?? false,
    feel: content?.feel ? toFeel(content.feel) : grooveFeel,
    follows: content?.follows ?? true,
  };
}

export type FeelContent = z.infer<typeof feelSchema>;

/** Without what is not said. */
export function toFeel(feel: FeelContent): Feel {
  const said = Object.entries(feel.push).filter(([, by]) => by !== undefined && by !== 0);
  return { swing: feel.swing, push: Object.fromEntries(said) };
}

export function keepFeel({ swing, push }: Feel): FeelContent {
  return { swing: swing && { ...swing }, push: { ...push } };
}
