/** The schemas of shipped content. */

import { z } from "zod";
import { formatLine, readStickLine } from "~/core/line";
import { barTicks, bpm, MAX_BPM, METER_UNITS, type Meter, MIN_BPM, ticks } from "~/core/time";
import { layOut } from "~/core/timeline";
import { kitContentSchema } from "~/library/kit/content";
import { feelSchema } from "~/library/phrase/schema";

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
  /** Strokes in one lead, if its name says so. */
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
    /** The range of tempos in bpm in which it sounds right. */
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
