/** A cell of the player's book: a sticking with a name and tags, and the recipe that made it. */

import { z } from "zod";
import { formatSlots, readStickLine } from "~/core/line";
import {
  type Cell,
  DYNAMICS,
  EXTENSIONS,
  LAYER_SPEEDS,
  MAX_MOVES,
  type Move,
  ORNAMENTS,
  PEDALS,
  QUIETS,
  readCell,
  recipeResult,
} from "~/core/moves";
import { LIMBS } from "~/core/stroke";
import { parseRate, type Rate } from "~/core/time";
import type { Item } from "~/data/rows";
import { itemId } from "../kind";
import { MAX_NAME, MAX_TAG, MAX_TAGS } from "../phrase/phrase";
import { rateTextSchema } from "../phrase/rate";
import { valuesOf } from "../variants";

/** A longer sticking is a phrase, and belongs on the Stack. */
export const MAX_CELL_SLOTS = 512;
const MAX_CELL_TEXT = 12_000;
/** Typed text is kept even if it is too long to read. */
const MAX_TYPED_TEXT = 100_000;
/** Limit for rotating and thinning: the maximum length of a cell. */
const MAX_STEP = 10_000;
const MAX_RHYTHM = 64;

const limb = z.enum(LIMBS);
const hand = z.enum(["R", "L"]);
const step = z.number().int().min(-MAX_STEP).max(MAX_STEP);
const place = z.number().int().min(0).max(MAX_STEP);
const every = z.number().int().min(1).max(MAX_STEP);

/** A cell's slots as canonical text; text from an earlier version is read and rewritten. */
export const cellTextSchema = z
  .string()
  .max(MAX_CELL_TEXT)
  .transform((text, context) => {
    const cell = readCell(text);
    const plain = cell && cell.length <= MAX_CELL_SLOTS ? formatSlots(cell) : null;
    if (plain !== null && (plain === text || readStickLine(text).advice.length > 0)) return plain;
    const message = `is not a sticking of 1 to ${MAX_CELL_SLOTS} slots, written plainly`;
    context.addIssue({ code: "custom", message });
    return z.NEVER;
  });

const accentRuleSchema = z.discriminatedUnion("by", [
  z.strictObject({ by: z.literal("place"), place }),
  z.strictObject({ by: z.literal("every"), every }),
  z.strictObject({ by: z.literal("singles") }),
  z.strictObject({ by: z.literal("doubles") }),
  z.strictObject({ by: z.literal("rhythm"), rhythm: z.string().max(MAX_RHYTHM) }),
]);

const MOVE_SCHEMAS = {
  rotate: z.strictObject({ kind: z.literal("rotate"), by: step }),
  mirror: z.strictObject({ kind: z.literal("mirror") }),
  reverse: z.strictObject({ kind: z.literal("reverse") }),
  alternate: z.strictObject({ kind: z.literal("alternate") }),
  replace: z.strictObject({ kind: z.literal("replace"), limb, by: limb }),
  double: z.strictObject({ kind: z.literal("double"), limb, with: limb }),
  feet: z.strictObject({ kind: z.literal("feet"), strong: hand, pedals: z.enum(PEDALS) }),
  grid: z.strictObject({ kind: z.literal("grid"), lead: hand }),
  extend: z.strictObject({ kind: z.literal("extend"), by: z.enum(EXTENSIONS) }),
  shorten: z.strictObject({ kind: z.literal("shorten"), end: z.enum(["first", "last"]) }),
  glue: z.strictObject({ kind: z.literal("glue"), cell: cellTextSchema }),
  layer: z.strictObject({
    kind: z.literal("layer"),
    cell: cellTextSchema,
    speed: z.enum(LAYER_SPEEDS),
    strong: hand,
    pedals: z.enum(PEDALS).optional(),
  }),
  quieten: z.strictObject({
    kind: z.literal("quieten"),
    places: z.array(place).min(1).max(MAX_CELL_SLOTS).nullable(),
    to: z.enum(QUIETS),
  }),
  silence: z.strictObject({ kind: z.literal("silence"), place }),
  thin: z.strictObject({ kind: z.literal("thin"), every }),
  fill: z.strictObject({ kind: z.literal("fill"), limb: limb.nullable(), with: limb }),
  "split-doubles": z.strictObject({ kind: z.literal("split-doubles") }),
  decorate: z.strictObject({
    kind: z.literal("decorate"),
    ornament: z.enum(ORNAMENTS),
    on: z.enum(["first", "accents"]),
  }),
  accent: z.strictObject({ kind: z.literal("accent"), rule: accentRuleSchema }),
  dynamics: z.strictObject({ kind: z.literal("dynamics"), preset: z.enum(DYNAMICS) }),
} satisfies { readonly [Kind in Move["kind"]]: z.ZodType<Extract<Move, { readonly kind: Kind }>> };

export const moveSchema: z.ZodType<Move> = z.discriminatedUnion("kind", valuesOf(MOVE_SCHEMAS));

const nameSchema = z.string().max(MAX_NAME);
const tagSchema = z.string().min(1).max(MAX_TAG);
const tagsSchema = z.array(tagSchema).max(MAX_TAGS);
/** Tags of a rudiment, possibly merged from several devices. */
export const MAX_MARK_TAGS = 64;
const movesSchema = z.array(moveSchema).max(MAX_MOVES);
/** The rudiment or own cell it was made from, if any. */
const sourceSchema = itemId.nullable();

export const cellContentSchema = z
  .strictObject({
    name: nameSchema,
    tags: tagsSchema,
    favourite: z.boolean(),
    /** The result of the recipe. */
    text: cellTextSchema,
    /** Its usual rate, such as "4" or "3/2" slots per quarter note. */
    rate: rateTextSchema,
    origin: z.strictObject({ source: sourceSchema, name: nameSchema, text: cellTextSchema }),
    moves: movesSchema,
  })
  .refine(
    ({ text, origin, moves }) => formatSlots(recipeResult(cellOf(origin.text), moves)) === text,
    "is not what its recipe makes of its origin",
  );
export type CellContent = z.infer<typeof cellContentSchema>;

/** An own cell with its identity, as stored in files. */
export type OwnCell = Item<CellContent>;

/** A player's notes on a shipped rudiment. */
export const rudimentMarkSchema = z.strictObject({
  id: itemId,
  favourite: z.boolean(),
  tags: z.array(tagSchema).max(MAX_MARK_TAGS),
});
export type RudimentMark = z.infer<typeof rudimentMarkSchema>;

/** The draft of the Cells screen: an origin, the moves on it, and the step being viewed. */
export const cellDraftSchema = z.strictObject({
  name: nameSchema,
  origin: z.strictObject({
    source: sourceSchema,
    name: nameSchema,
    /** As typed, valid or not. */
    typed: z.string().max(MAX_TYPED_TEXT),
    /** The last valid text; null before there was one. */
    text: cellTextSchema.nullable(),
  }),
  moves: movesSchema,
  /** 0 for the origin, otherwise the number of moves. */
  at: z.number().int().min(0).max(MAX_MOVES),
  rate: rateTextSchema,
});
export type CellDraftContent = z.infer<typeof cellDraftSchema>;

const MAX_KNOWN = 2_000;
const known = new Map<string, Cell>();

/** The slots of a valid cell text, cached because lists ask for them again and again. */
export function cellOf(text: string): Cell {
  const found = known.get(text);
  if (found) return found;
  const cell = readCell(text) ?? [];
  if (known.size >= MAX_KNOWN) known.clear();
  known.set(text, cell);
  return cell;
}

export function rateOf(text: string): Rate {
  return parseRate(text) ?? { slots: 4, quarters: 1 };
}

/** The cell in an address: `?cell=RLRRL&rate=4`. */
export const askedCellSchema = z.object({ cell: cellTextSchema, rate: rateTextSchema });
export type AskedCell = z.infer<typeof askedCellSchema>;

/** A cell's content from origin and recipe, with defaults for everything else. */
export function makeCellContent(given: Pick<CellContent, "origin" | "moves"> & Partial<CellContent>): CellContent {
  const text = formatSlots(recipeResult(cellOf(given.origin.text), given.moves));
  return cellContentSchema.parse({ name: "", tags: [], favourite: false, rate: "4", text, ...given });
}

/** A typed sticking as canonical text; null if it is invalid or too long for a cell. */
export function readTyped(typed: string): string | null {
  const cell = readCell(typed);
  const text = cell ? formatSlots(cell) : null;
  return text !== null && cellTextSchema.safeParse(text).success ? text : null;
}
