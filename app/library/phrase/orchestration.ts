/** The layers of a voicing, as they are kept with a fill. */

import { z } from "zod";
import { DIRECTIONS, type OrchestrationLayer, type OrchestrationRule, PATH_NAMES } from "~/core/orchestration";
import { LIMBS, PLACES } from "~/core/stroke";

export const MAX_LAYERS = 24;
export const MAX_PATH = 24;
/** Strokes on one surface before a hand travels on. */
export const MAX_EVERY = 16;

const place = z.enum(PLACES);
const path = z.union([z.enum(PATH_NAMES), z.array(place).min(1).max(MAX_PATH)]);
const every = z.number().int().min(1).max(MAX_EVERY);

export const orchestrationRuleSchema: z.ZodType<OrchestrationRule> = z.discriminatedUnion("kind", [
  z.strictObject({ kind: z.literal("one"), on: place }),
  z.strictObject({ kind: z.literal("split"), right: place, left: place }),
  z.strictObject({ kind: z.literal("oblique"), hand: z.enum(["R", "L"]), path, stay: place, every }),
  z.strictObject({ kind: z.literal("parallel"), path, every, apart: z.union([z.literal(0), z.literal(1)]) }),
  z.strictObject({ kind: z.literal("by-cell"), path }),
  z.strictObject({
    kind: z.literal("by-note"),
    note: z
      .number()
      .int()
      .min(-16)
      .max(16)
      .refine((note) => note !== 0, "is counted from 1, or back from -1"),
    on: place,
  }),
  z.strictObject({ kind: z.literal("accents"), path, rest: place.nullable() }),
  z.strictObject({
    kind: z.literal("travel"),
    path,
    direction: z.enum(DIRECTIONS),
    keepsDoubles: z.boolean().optional(),
  }),
  z.strictObject({ kind: z.literal("flam-split"), on: place }),
  z.strictObject({ kind: z.literal("unison"), right: place, left: place }),
  z.strictObject({ kind: z.literal("with-kick"), path }),
  z.strictObject({ kind: z.literal("home-last"), on: place }),
  z.strictObject({ kind: z.literal("backbeat"), on: place }),
]);

const layerSchema: z.ZodType<OrchestrationLayer> = z.strictObject({
  on: z.boolean(),
  rule: orchestrationRuleSchema,
  filter: z.strictObject({
    limbs: z.array(z.enum(LIMBS)).max(4).nullable(),
    cells: z.array(z.number().int().min(0).max(9_999)).max(1_000).nullable(),
    levels: z
      .array(z.enum(["ghost", "normal", "accent"]))
      .max(3)
      .nullable(),
    graced: z.boolean().optional(),
  }),
});

export const orchestrationSchema = z.array(layerSchema).max(MAX_LAYERS);
