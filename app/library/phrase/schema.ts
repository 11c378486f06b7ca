/** Schemas of a stored phrase, its figure and its setting. Code that only draws or plays phrases doesn't need them. */

import { z } from "zod";
import {
  DURINGS,
  ENDINGS,
  FEET_IN,
  FOOT_OSTINATI,
  HARDEST_SHARE,
  MAX_PUSH,
  STRAIGHT_SHARE,
  SWING_UNITS,
} from "~/core/groove";
import { MAX_TEXT, readStickLine } from "~/core/line";
import { readRhythm } from "~/core/moves";
import { COUNT_STYLES } from "~/core/pulse";
import { MAX_FIGURE } from "~/core/search";
import {
  type Bpm,
  barTicks,
  MAX_BPM,
  MAX_GROUP,
  MAX_METER_BEATS,
  METER_UNITS,
  MIN_BPM,
  TICKS_PER_QUARTER,
  type Ticks,
} from "~/core/time";
import { orchestrationSchema } from "./orchestration";
import { MAX_KEPT_TEXT, MAX_NAME, MAX_TAG, MAX_TAGS, MAX_WINDOW_BARS } from "./phrase";
import { rateTextSchema } from "./rate";

export const meterSchema = z
  .object({
    beats: z.number().int().min(1).max(MAX_METER_BEATS),
    unit: z.literal(METER_UNITS),
    /** Its grouping, if chosen: units per beat. */
    groups: z.array(z.number().int().min(1).max(MAX_GROUP)).min(1).max(MAX_METER_BEATS).readonly().optional(),
  })
  .strict()
  .refine(
    ({ beats, groups }) => groups === undefined || groups.reduce((sum, size) => sum + size, 0) === beats,
    "has groups that don't add up to its bar",
  );

/** The longest space in the longest meter, in whole notes. */
const MAX_TICKS = MAX_WINDOW_BARS * MAX_METER_BEATS * TICKS_PER_QUARTER * 4;
export const ticksSchema = z
  .number()
  .int()
  .min(-MAX_TICKS)
  .max(MAX_TICKS)
  .transform((value) => value as Ticks);

export const tempoSchema = z
  .number()
  .min(MIN_BPM)
  .max(MAX_BPM)
  .transform((value) => value as Bpm);

export const phraseContentSchema = z.object({
  name: z.string().max(MAX_NAME),
  tags: z.array(z.string().min(1).max(MAX_TAG)).max(MAX_TAGS),
  /** As typed, valid or not. */
  text: z.string().max(MAX_KEPT_TEXT),
  /** The last valid text, which is drawn and played while `text` has an error. */
  goodText: z
    .string()
    .max(MAX_TEXT)
    .refine((text) => readStickLine(text).line !== null, "is not a readable stick line"),
  meter: meterSchema,
  tempo: tempoSchema,
  window: z
    .object({
      start: ticksSchema.refine((value) => value >= 0, "begins before the first bar line"),
      length: ticksSchema.refine((value) => value > 0, "has no length"),
    })
    .strict(),
  countStyle: z.enum(COUNT_STYLES),
  /** Surfaces for strokes the text leaves open; absent for home. */
  voicing: orchestrationSchema.optional(),
});
export type PhraseContent = z.infer<typeof phraseContentSchema>;

/** Whether bars can be counted in it: refinements run even after an invalid meter was refused. */
export function isMeter(meter: unknown): boolean {
  return meterSchema.safeParse(meter).success;
}

/** A refinement: how far a window may reach. */
export const reachesNoFurther = [
  ({ window, meter }: PhraseContent) =>
    !isMeter(meter) || window.start + window.length <= MAX_WINDOW_BARS * barTicks(meter),
  `has a space longer than ${MAX_WINDOW_BARS} bars`,
] as const;

export const figureSchema = z.strictObject({
  rate: rateTextSchema,
  rhythm: z
    .string()
    .max(MAX_FIGURE)
    .refine((text) => readRhythm(text) !== null, "is not a rhythm of x and -"),
  ask: z.enum(["accent", "free"]),
});
export type FigureContent = z.infer<typeof figureSchema>;

const pushSchema = z.number().min(-MAX_PUSH).max(MAX_PUSH).optional();

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
  /** The fill's own feel instead of the groove's. */
  feel: feelSchema.optional(),
  /** Whether the fill has the groove's feel. */
  follows: z.boolean().optional(),
});
export type SettingContent = z.infer<typeof settingSchema>;
export type FeelContent = z.infer<typeof feelSchema>;
