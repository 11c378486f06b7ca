/** A stored kit as played, and limits for positions. */

import type { Kit } from "~/core/kit";
import type { KitContent } from "./content";

export const MAX_SURFACES = 24;
/** Centimetres from the seat, left or right, in front or behind. */
export const MAX_DISTANCE = 250;
export const MAX_HEIGHT = 200;
export const MIN_SIZE = 5;
export const MAX_SIZE = 120;
export const MAX_ANGLE = 60;

export function toKit({ surfaces }: Pick<KitContent, "surfaces">): Kit {
  return { surfaces };
}
