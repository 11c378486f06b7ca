/** A phrase as it is kept: a line of text and its bars, with a name and tags. Fills and grooves are phrases. */

import { z } from "zod";
import { formatLine, MAX_TEXT, readStickLine } from "~/core/line";
import { type Line, makeLine, type Phrase } from "~/core/phrase";
import { COUNT_STYLES } from "~/core/pulse";
import {
  type Bpm,
  barTicks,
  MAX_BPM,
  MAX_GROUP,
  MAX_METER_BEATS,
  METER_UNITS,
  type Meter,
  MIN_BPM,
  TICKS_PER_QUARTER,
  type Ticks,
} from "~/core/time";
import { orchestrationSchema } from "./orchestration";

export const MAX_NAME = 120;
export const MAX_TAGS = 12;
export const MAX_TAG = 32;
export const MAX_WINDOW_BARS = 64;
/** Text is kept even where it is too long to be read. */
export const MAX_KEPT_TEXT = 400_000;

export const meterSchema = z
  .object({
    beats: z.number().int().min(1).max(MAX_METER_BEATS),
    unit: z.literal(METER_UNITS),
    /** How it is felt, where that is chosen: units to each beat. */
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
  /** As typed, sound or not. */
  text: z.string().max(MAX_KEPT_TEXT),
  /** The last text that could be read: what is drawn and played while `text` has an error. */
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
  /** Where the strokes go that the text puts nowhere; absent for home. */
  voicing: orchestrationSchema.optional(),
});
export type PhraseContent = z.infer<typeof phraseContentSchema>;

/** Whether bars can be counted in it: refinements come even after a meter that is none has been refused. */
export function isMeter(meter: unknown): boolean {
  return meterSchema.safeParse(meter).success;
}

/** A refinement: how far a window may reach. */
export const reachesNoFurther = [
  ({ window, meter }: PhraseContent) =>
    !isMeter(meter) || window.start + window.length <= MAX_WINDOW_BARS * barTicks(meter),
  `has a space longer than ${MAX_WINDOW_BARS} bars`,
] as const;

/** The line that is drawn and played. */
export function soundLine(content: Pick<PhraseContent, "goodText">): Line {
  return readStickLine(content.goodText).line ?? makeLine([]);
}

export function toPhrase(content: PhraseContent, line: Line = soundLine(content)): Phrase {
  const { tempo, window, voicing } = content;
  const phrase = { meter: content.meter as Meter, tempo, window, line };
  return voicing ? { ...phrase, voicing } : phrase;
}

/** A phrase from a line of text that can be read, one bar of 4/4 for the rest. */
export function makePhraseContent(given: Partial<PhraseContent> & { text: string }) {
  const meter = given.meter ?? { beats: 4, unit: 4 };
  return {
    name: "",
    tags: [],
    goodText: given.text,
    meter,
    tempo: 90,
    window: { start: 0, length: barTicks(meter) },
    countStyle: "beats",
    ...given,
  } as const;
}

/** The line in the one way that it is written; as it was typed where it cannot be read. */
export function plainLine(content: Pick<PhraseContent, "text" | "goodText">): string {
  return content.text === content.goodText ? formatLine(soundLine(content)) : content.text;
}
