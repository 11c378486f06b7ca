/** A kit as stored: a name, and its surfaces. */

import { z } from "zod";
import { basePlace, type KitPiece, PLAYED_BY } from "~/core/kit";
import { canPlay, KIT_VOICES } from "~/core/stroke";
import type { Item } from "~/data/rows";
import { MAX_NAME } from "../phrase/phrase";
import { MAX_ANGLE, MAX_DISTANCE, MAX_HEIGHT, MAX_SIZE, MAX_SURFACES, MIN_SIZE } from "./kit";

const centimetres = z.number().min(-MAX_DISTANCE).max(MAX_DISTANCE);

const surfaceSchema: z.ZodType<KitPiece> = z
  .strictObject({
    place: z.enum(KIT_VOICES).refine((place) => basePlace(place) === place, "is a way to play another surface"),
    player: z.enum(PLAYED_BY),
    x: centimetres,
    y: centimetres,
    height: z.number().min(0).max(MAX_HEIGHT),
    size: z.number().min(MIN_SIZE).max(MAX_SIZE),
    angle: z.number().min(0).max(MAX_ANGLE),
    midi: z.number().int().min(0).max(127),
  })
  .refine(({ place, player }) => canPlay(player === "hands" ? "R" : "K", place), "is played by other limbs");

export const kitContentSchema = z.strictObject({
  name: z.string().max(MAX_NAME),
  surfaces: z
    .array(surfaceSchema)
    .max(MAX_SURFACES)
    .refine((all) => new Set(all.map(({ place }) => place)).size === all.length, "has a drum or cymbal twice"),
});
export type KitContent = z.infer<typeof kitContentSchema>;

/** An own kit with its identity, as stored in files. */
export type SavedKit = Item<KitContent>;
