import { z } from "zod";
import { formatRate, parseRate } from "~/core/time";

/** A rate as stored: "4", "3/2". */
export const rateTextSchema = z
  .string()
  .max(16)
  .refine((text) => {
    const rate = parseRate(text);
    return rate !== null && formatRate(rate) === text;
  }, "is not a rate");
