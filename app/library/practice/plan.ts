/** What a player has made of a fill's plan, and how far they are with it. The steps themselves follow from the fill. */

import { z } from "zod";
import { RESULTS } from "~/core/listening";
import { MAX_STEP_ID, NOT_BEGUN } from "~/core/practice";
import { dayNumber, itemId, tally } from "../kind";
import { tempoSchema } from "../phrase/schema";

const MAX_STEPS = 200;
const stepId = z.string().min(1).max(MAX_STEP_ID);

const standingSchema = z.strictObject({
  tempo: tempoSchema,
  cleanRow: z.number().int().min(0).max(1_000),
  missRow: z.number().int().min(0).max(1_000),
  recent: z.array(z.enum(RESULTS)).max(20),
  best: tempoSchema.nullable(),
  passed: z.boolean(),
});

export const planSchema = z.strictObject({
  /** That of the fill. */
  id: itemId,
  /** Null for the fill's own tempo. */
  goal: tempoSchema.nullable(),
  /** Null for what is reckoned. */
  learning: tempoSchema.nullable(),
  cleanInRow: z.number().int().min(1).max(20),
  /** Steps that the player leaves out. */
  skipped: z.array(stepId).max(MAX_STEPS),
  /** Steps in the player's own order; what is not named follows in the plan's. */
  order: z.array(stepId).max(MAX_STEPS),
  /** Tempos that the player gave to steps. */
  tempos: z.record(stepId, z.strictObject({ start: tempoSchema, goal: tempoSchema })),
  standings: z.record(stepId, standingSchema),
  /** The step that is on; null for the first one that is not passed. */
  current: stepId.nullable(),
  /** Once all is passed: times that it came back clean, and the day it is due (days since 1970, local). */
  learned: z.strictObject({ returns: tally, due: dayNumber }).nullable(),
  lastPractised: dayNumber.nullable(),
  /** Of the steps as they were last worked out, for lists that do not work out plans. */
  steps: z.number().int().min(0).max(MAX_STEPS),
  passed: z.number().int().min(0).max(MAX_STEPS),
  /** The highest tempo at which the whole was clean. */
  best: tempoSchema.nullable(),
});
export type PlanRow = z.infer<typeof planSchema>;

export function newPlan(id: string): PlanRow {
  return { ...NOT_BEGUN, id, skipped: [], order: [], tempos: {}, standings: {} };
}
