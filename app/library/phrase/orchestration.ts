/** The layers of a voicing, as stored with a fill. */

import { z } from "zod";
import {
  DIRECTIONS,
  type OrchestrationKind,
  type OrchestrationLayer,
  type OrchestrationRule,
  PATH_NAMES,
} from "~/core/orchestration";
import { KIT_VOICES, LIMBS } from "~/core/stroke";
import { valuesOf } from "../variants";

export const MAX_LAYERS = 24;
export const MAX_PATH = 24;
/** Strokes on one surface before a hand moves on. */
export const MAX_EVERY = 16;

const place = z.enum(KIT_VOICES);
const path = z.union([z.enum(PATH_NAMES), z.array(place).min(1).max(MAX_PATH)]);
const every = z.number().int().min(1).max(MAX_EVERY);

const RULE_SCHEMAS = {
  one: z.strictObject({ kind: z.literal("one"), on: place }),
  split: z.strictObject({ kind: z.literal("split"), right: place, left: place }),
  oblique: z.strictObject({ kind: z.literal("oblique"), hand: z.enum(["R", "L"]), path, stay: place, every }),
  parallel: z.strictObject({ kind: z.literal("parallel"), path, every, apart: z.union([z.literal(0), z.literal(1)]) }),
  "by-cell": z.strictObject({ kind: z.literal("by-cell"), path }),
  "by-note": z.strictObject({
    kind: z.literal("by-note"),
    note: z
      .number()
      .int()
      .min(-16)
      .max(16)
      .refine((note) => note !== 0, "is counted from 1, or back from -1"),
    on: place,
  }),
  accents: z.strictObject({ kind: z.literal("accents"), path, rest: place.nullable() }),
  travel: z.strictObject({
    kind: z.literal("travel"),
    path,
    direction: z.enum(DIRECTIONS),
    keepsDoubles: z.boolean().optional(),
  }),
  "flam-split": z.strictObject({ kind: z.literal("flam-split"), on: place }),
  unison: z.strictObject({ kind: z.literal("unison"), right: place, left: place }),
  "with-kick": z.strictObject({ kind: z.literal("with-kick"), path }),
  "home-last": z.strictObject({ kind: z.literal("home-last"), on: place }),
  backbeat: z.strictObject({ kind: z.literal("backbeat"), on: place }),
} satisfies { readonly [Kind in OrchestrationKind]: z.ZodType<OrchestrationRule<Kind>> };

export const orchestrationRuleSchema: z.ZodType<OrchestrationRule> = z.discriminatedUnion(
  "kind",
  valuesOf(RULE_SCHEMAS),
);

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
