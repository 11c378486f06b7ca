/** A run: one judged repeat, as stored. */

import { z } from "zod";
import { FAULT_KINDS, RESULTS } from "~/core/listening";
import { MAX_STEP_ID, RUN_KINDS } from "~/core/practice";
import { instant, itemId, tally } from "../kind";
import { MAX_NAME } from "../phrase/phrase";
import { tempoSchema } from "../phrase/schema";

/** Maximum characters of a typed note. */
export const MAX_NOTE = 500;
/** Maximum characters of a stored note: two devices may each have added one. */
export const MAX_KEPT_NOTE = 4_000;
/** Maximum seconds of one repeat. */
export const MAX_SECONDS = 3_600;
export const MAX_MILLISECONDS = 100_000;
/** Percent. */
export const MAX_UNEVEN = 10_000;
export const RUN_LIMBS = ["R", "L", "K", "H"] as const;

const milliseconds = z.number().min(-MAX_MILLISECONDS).max(MAX_MILLISECONDS);

/** Measurements. Times in milliseconds; late and slowing down are positive. */
const runNumbersSchema = z.strictObject({
  missed: tally,
  extra: tally,
  offset: milliseconds.nullable(),
  spread: milliseconds.nullable(),
  /** Feet relative to hands. */
  gap: milliseconds.nullable(),
  drift: milliseconds.nullable(),
  flams: tally,
  /** Standard deviation of each limb's intervals, as a percentage of the mean interval. */
  uneven: z.partialRecord(z.enum(RUN_LIMBS), z.number().min(0).max(MAX_UNEVEN)),
});
export type RunNumbers = z.infer<typeof runNumbersSchema>;

export const runSchema = z.strictObject({
  id: itemId,
  /** Milliseconds since 1970, at its end. */
  at: instant,
  fillId: itemId,
  /** The fill's name at the time: it may have been deleted since. */
  fill: z.string().max(MAX_NAME),
  step: z.string().min(1).max(MAX_STEP_ID),
  kind: z.enum(RUN_KINDS),
  tempo: tempoSchema,
  result: z.enum(RESULTS),
  /** Who judged it. */
  by: z.enum(["heard", "self"]),
  seconds: z.number().min(0).max(MAX_SECONDS),
  fault: z.enum(FAULT_KINDS).nullable(),
  /** Null if the player judged. */
  numbers: runNumbersSchema.nullable(),
  note: z.string().max(MAX_KEPT_NOTE).optional(),
});
export type Run = z.infer<typeof runSchema>;
