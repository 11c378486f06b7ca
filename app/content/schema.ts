/** What shipped content must be; checked when it is loaded. */

import { z } from "zod";
import { formatLine, readStickLine } from "~/core/line";
import { barTicks, bpm, MAX_BPM, METER_UNITS, type Meter, MIN_BPM, ticks } from "~/core/time";
import { layOut } from "~/core/timeline";
import { cellContentSchema } from "~/library/cell/content";
import { fillContentSchema } from "~/library/fill/content";
import { flowContentSchema } from "~/library/flow/content";
import { grooveContentSchema } from "~/library/groove/content";
import { kitContentSchema } from "~/library/kit/content";
import { lessonContentSchema } from "~/library/lesson/content";
import { feelSchema } from "~/library/phrase/schema";
import { searchContentSchema } from "~/library/search/content";

const meterSchema = z.object({ beats: z.number().int().min(1).max(32), unit: z.literal(METER_UNITS) });
const lineSchema = z.string().refine((text) => {
  const { line } = readStickLine(text);
  return line !== null && formatLine(line) === text;
}, "is not a canonical stick line");

export const rudimentSchema = z.object({
  id: z.string(),
  number: z.number().int().min(1).max(40),
  name: z.string(),
  family: z.enum(["roll", "diddle", "flam", "drag"]),
  meter: meterSchema,
  line: lineSchema,
  /** Strokes in one lead of it, where its name says so. */
  strokes: z.number().int().optional(),
  note: z.string().optional(),
});
export type RudimentEntry = z.infer<typeof rudimentSchema>;

export const grooveSchema = z
  .object({
    id: z.string(),
    name: z.string(),
    meter: meterSchema,
    line: lineSchema,
    /** Beats a minute between which it sounds as it should. */
    slowest: z.number().min(MIN_BPM),
    fastest: z.number().max(MAX_BPM),
    feel: feelSchema,
  })
  .refine(({ slowest, fastest }) => slowest < fastest, "has no tempos")
  .refine(({ line, meter }) => {
    const read = readStickLine(line).line;
    const window = { start: ticks(0), length: barTicks(meter as Meter) };
    const end = read ? layOut({ meter: meter as Meter, tempo: bpm(100), window, line: read }).end : 0;
    return end > 0 && end % barTicks(meter as Meter) === 0;
  }, "does not fill whole bars");
export type GrooveEntry = z.infer<typeof grooveSchema>;

export const kitEntrySchema = kitContentSchema.extend({ id: z.string() });
export type KitEntry = z.infer<typeof kitEntrySchema>;

/** Days before the demo is first opened. */
const daysAgoSchema = z.number().min(0).max(60);

export const demoFillSchema = z.object({ id: z.string(), daysAgo: daysAgoSchema, content: fillContentSchema });
export const demoKitSchema = z.object({ id: z.string(), daysAgo: daysAgoSchema, content: kitContentSchema });
export const demoGrooveSchema = z.object({ id: z.string(), daysAgo: daysAgoSchema, content: grooveContentSchema });
export const demoFlowSchema = z.object({ id: z.string(), daysAgo: daysAgoSchema, content: flowContentSchema });
export const demoLessonSchema = z.object({ id: z.string(), daysAgo: daysAgoSchema, content: lessonContentSchema });
export const demoSearchSchema = z.object({ id: z.string(), daysAgo: daysAgoSchema, content: searchContentSchema });
export const demoCellSchema = z.object({ id: z.string(), daysAgo: daysAgoSchema, content: cellContentSchema });
