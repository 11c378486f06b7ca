/** A saved search for ways to fill a window: its pool, rules and weights. */

import { z } from "zod";
import {
  countWindowSlots,
  type Figure,
  type RuleKind,
  rulesOfFigure,
  type SearchRule,
  type SearchSpec,
  type Weights,
  WHO,
} from "~/core/search";
import { bpm, MAX_BPM, type Meter, MIN_BPM, parseRate, type Rate, WHOLE } from "~/core/time";
import type { Item } from "~/data/rows";
import { cellOf, cellTextSchema } from "../cell/content";
import { toFigure } from "../phrase/figure";
import { MAX_NAME } from "../phrase/phrase";
import { rateTextSchema } from "../phrase/rate";
import { figureSchema, meterSchema, ticksSchema } from "../phrase/schema";
import { valuesOf } from "../variants";

export const MAX_POOL = 48;
export const MAX_RULES = 40;
export const MAX_USES = 64;
const MAX_SLOT = 1_000;

const count = z.number().int().min(0).max(MAX_USES);
const who = z.enum(WHO);

export const poolEntrySchema = z.strictObject({
  name: z.string().max(MAX_NAME),
  text: cellTextSchema,
  mirrors: z.boolean(),
  rotations: z.boolean(),
  least: count,
  most: count.nullable(),
});
export type PoolContent = z.infer<typeof poolEntrySchema>;

const RULE_SCHEMAS = {
  starts: z.strictObject({ kind: z.literal("starts"), who }),
  ends: z.strictObject({ kind: z.literal("ends"), who }),
  "hand-run": z.strictObject({ kind: z.literal("hand-run"), most: z.number().int().min(1).max(16) }),
  "foot-run": z.strictObject({ kind: z.literal("foot-run"), most: z.number().int().min(0).max(16) }),
  slot: z.strictObject({
    kind: z.literal("slot"),
    slot: z.number().int().min(0).max(MAX_SLOT),
    want: z.strictObject({ not: z.boolean(), who, level: z.enum(["ghost", "normal", "accent"]).nullable() }),
  }),
  backbeat: z.strictObject({ kind: z.literal("backbeat") }),
  sizes: z.strictObject({
    kind: z.literal("sizes"),
    sizes: z.array(z.number().int().min(1).max(64)).min(1).max(32),
    ordered: z.boolean(),
  }),
  "no-equal-neighbours": z.strictObject({ kind: z.literal("no-equal-neighbours") }),
  "on-beat": z.strictObject({ kind: z.literal("on-beat"), least: count, most: count.nullable() }),
  lead: z.strictObject({ kind: z.literal("lead"), lead: z.enum(["stays", "flips"]) }),
} satisfies { readonly [Kind in RuleKind]: z.ZodType<SearchRule<Kind>> };

export const searchRuleSchema: z.ZodType<SearchRule> = z.discriminatedUnion("kind", valuesOf(RULE_SCHEMAS));

const weight = z.number().int().min(-100).max(100);
export const searchContentSchema = z.strictObject({
  name: z.string().max(MAX_NAME),
  meter: meterSchema,
  rate: rateTextSchema,
  tempo: z.number().min(MIN_BPM).max(MAX_BPM),
  window: z.strictObject({
    start: ticksSchema.refine((value) => value >= 0, "begins before the first bar line"),
    length: ticksSchema.refine((value) => value > 0, "has no length"),
  }),
  pool: z.array(poolEntrySchema).max(MAX_POOL),
  rules: z.array(searchRuleSchema).max(MAX_RULES),
  figure: figureSchema.optional(),
  weights: z.strictObject({ drift: weight, variety: weight, balance: weight, ease: weight, landing: weight }),
  seed: z.number().int().min(0).max(0xffffffff),
});
export type SearchContent = z.infer<typeof searchContentSchema>;
/** What is searched for, without how results are ranked. */
export type SearchQuestion = Omit<SearchContent, "weights">;

/** A saved search with its identity, as stored in files. */
export type SavedSearch = Item<SearchContent>;

export function searchRateOf({ rate }: Pick<SearchContent, "rate">): Rate {
  return parseRate(rate) ?? { slots: 4, quarters: 1 };
}

/** The search of a content, with the band's figure as rules after its own. */
export function toSpec(content: SearchContent): SearchSpec {
  const rate = searchRateOf(content);
  const { meter, window, pool, rules } = content;
  const spec = {
    meter: meter as Meter,
    rate,
    tempo: bpm(content.tempo),
    window,
    pool: pool.map(({ text, mirrors, rotations, least, most }) => ({
      cell: cellOf(text),
      mirrors,
      rotations,
      least,
      most,
    })),
    rules,
  };
  const figure: Figure | null = content.figure ? toFigure(content.figure) : null;
  if (!figure) return spec;
  const slots = Math.floor(countWindowSlots({ window, rate }));
  return { ...spec, rules: [...rules, ...rulesOfFigure(figure, rate, window.start, slots).rules] };
}

export function toWeights({ weights }: Pick<SearchContent, "weights">, likeness = 0): Weights {
  return { ...weights, likeness };
}

/** The figure's hits that aren't on a slot of the window. */
export function hitsBetween(content: SearchQuestion): number {
  if (!content.figure || content.figure.ask === "free") return 0;
  const rate = searchRateOf(content);
  const slots = Math.floor(countWindowSlots({ window: content.window, rate }));
  return rulesOfFigure(toFigure(content.figure), rate, content.window.start, slots).between.length;
}

export const DEFAULT_WEIGHTS: SearchContent["weights"] = { drift: 20, variety: 30, balance: 20, ease: 40, landing: 60 };

/** A search's content with defaults for everything else. */
export function makeSearch(given: Partial<z.input<typeof searchContentSchema>>): SearchContent {
  return searchContentSchema.parse({
    name: "",
    meter: { beats: 4, unit: 4 },
    rate: "4",
    tempo: 90,
    window: { start: 0, length: WHOLE },
    pool: [],
    rules: [{ kind: "hand-run", most: 2 }],
    weights: DEFAULT_WEIGHTS,
    seed: 1,
    ...given,
  });
}
