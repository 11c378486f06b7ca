/** A fill as it is kept: the phrase's text and settings, with a name and tags. */

import { z } from "zod";
import {
  type Bpm,
  barTicks,
  COUNT_STYLES,
  type Line,
  MAX_BPM,
  MAX_METER_BEATS,
  MAX_TEXT,
  METER_UNITS,
  type Meter,
  MIN_BPM,
  makeLine,
  type Phrase,
  readStickLine,
  type Ticks,
} from "~/core";
import { figureSchema } from "./figure";
import { voicingSchema } from "./voicing";

export const MAX_NAME = 120;
export const MAX_TAGS = 12;
export const MAX_TAG = 32;
export const MAX_WINDOW_BARS = 64;
/** Text is kept even where it is too long to be read. */
export const MAX_KEPT_TEXT = 400_000;
export const MAX_GROOVE_BARS = 8;

const meterSchema = z
  .object({
    beats: z.number().int().min(1).max(MAX_METER_BEATS),
    unit: z.literal(METER_UNITS),
  })
  .strict();

const ticksSchema = z
  .number()
  .int()
  .transform((value) => value as Ticks);

/** What a player edits; undo and redo go over this. */
export const fillContentSchema = z
  .object({
    name: z.string().max(MAX_NAME),
    tags: z.array(z.string().min(1).max(MAX_TAG)).max(MAX_TAGS),
    /** As typed, sound or not. */
    text: z.string().max(MAX_KEPT_TEXT),
    /** The last text that could be read: what is drawn and played while `text` is being mended. */
    goodText: z
      .string()
      .max(MAX_TEXT)
      .refine((text) => readStickLine(text).line !== null, "is not a readable stick line"),
    meter: meterSchema,
    tempo: z
      .number()
      .min(MIN_BPM)
      .max(MAX_BPM)
      .transform((value) => value as Bpm),
    window: z
      .object({
        start: ticksSchema.refine((value) => value >= 0, "begins before the first bar line"),
        length: ticksSchema.refine((value) => value > 0, "has no length"),
      })
      .strict(),
    groove: z.string().max(64),
    grooveBars: z.number().int().min(0).max(MAX_GROOVE_BARS),
    countStyle: z.enum(COUNT_STYLES),
    /** What the band plays there; absent for nothing. */
    figure: figureSchema.optional(),
    /** Where the strokes go that the text puts nowhere; absent for home. */
    voicing: voicingSchema.optional(),
  })
  .strict()
  .refine(
    ({ window, meter }) => window.start + window.length <= MAX_WINDOW_BARS * barTicks(meter),
    `has a window longer than ${MAX_WINDOW_BARS} bars`,
  );
export type FillContent = z.infer<typeof fillContentSchema>;

/** A fill with its identity, as it travels in files. */
export const fillSchema = z
  .object({
    id: z.string().min(1).max(64),
    /** Milliseconds since 1970. */
    createdAt: z.number().int().nonnegative(),
    updatedAt: z.number().int().nonnegative(),
    content: fillContentSchema,
  })
  .strict();
export type Fill = z.infer<typeof fillSchema>;

/** The line that is drawn and played. */
export function soundLine(content: FillContent): Line {
  return readStickLine(content.goodText).line ?? makeLine([]);
}

export function toPhrase(content: FillContent, line: Line = soundLine(content)): Phrase {
  const { tempo, window, voicing } = content;
  const phrase = { meter: content.meter as Meter, tempo, window, line };
  return voicing ? { ...phrase, voicing } : phrase;
}

/** A fill's content from a line of text, with everything else as a new fill has it. `text` must be readable. */
export function makeContent(given: Partial<FillContent> & { text: string }): FillContent {
  const meter = given.meter ?? { beats: 4, unit: 4 };
  return fillContentSchema.parse({
    name: "",
    tags: [],
    goodText: given.text,
    meter,
    tempo: 90,
    window: { start: 0, length: barTicks(meter) },
    groove: "plain",
    grooveBars: 1,
    countStyle: "beats",
    ...given,
  });
}
