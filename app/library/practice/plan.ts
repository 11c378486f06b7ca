/** A player's changes to a fill's plan, and their progress. The steps themselves follow from the fill. */

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
  /** The fill's id. */
  id: itemId,
  /** Null for the fill's own tempo. */
  goal: tempoSchema.nullable(),
  /** Null for the computed value. */
  learning: tempoSchema.nullable(),
  cleanInRow: z.number().int().min(1).max(20),
  /** Steps that the player skips. */
  skipped: z.array(stepId).max(MAX_STEPS),
  /** Steps in the player's order; others follow in plan order. */
  order: z.array(stepId).max(MAX_STEPS),
  /** The player's tempos for steps. */
  tempos: z.record(stepId, z.strictObject({ start: tempoSchema, goal: tempoSchema })),
  standings: z.record(stepId, standingSchema),
  /** The current step; null for the first one not passed. */
  current: stepId.nullable(),
  /** Once all steps are passed: number of clean reviews, and the day it is due (days since 1970, local). */
  learned: z.strictObject({ returns: tally, due: dayNumber }).nullable(),
  lastPractised: dayNumber.nullable(),
  /** The steps when last computed, for lists that don't compute plans. */
  steps: z.number().int().min(0).max(MAX_STEPS),
  passed: z.number().int().min(0).max(MAX_STEPS),
  /** The highest tempo at which the whole was clean. */
  best: tempoSchema.nullable(),
});
export type PlanRow = z.infer<typeof planSchema>;

export function newPlan(id: string): PlanRow {
  return { ...NOT_BEGUN, id, skipped: [], order: [], tempos: {}, standings: {} };
}
