/** A band's figure as it is kept with a fill or a search. */

import { z } from "zod";
import { readRhythm } from "~/core/moves";
import { type Figure, MAX_FIGURE } from "~/core/search";
import { parseRate } from "~/core/time";
import { rateTextSchema } from "./rate";

export const figureSchema = z.strictObject({
  rate: rateTextSchema,
  rhythm: z
    .string()
    .max(MAX_FIGURE)
    .refine((text) => readRhythm(text) !== null, "is not a rhythm of x and -"),
  ask: z.enum(["accent", "free"]),
});
export type FigureContent = z.infer<typeof figureSchema>;

export function toFigure({ rate, ...rest }: FigureContent): Figure {
  return { ...rest, rate: parseRate(rate) ?? { slots: 2, quarters: 1 } };
}
