/** Where the kit sounds in the stereo picture. */

import { type Kit, surfaceAt } from "~/core/kit";
import { PLACES, type Place } from "~/core/stroke";

/** Where each place sounds, -1 left to 1 right; 0 for what is not said. */
export type Pans = Readonly<Partial<Record<Place, number>>>;

/** Centimetres to the side at which a surface would sound from one side alone: never quite reached. */
const WIDE = 130;
const MOST_PAN = 0.7;
/** So that a surface that is dragged does not leave a new panner at every step. */
const PAN_STEP = 0.05;

/**
 * The stereo picture from the seat: as the kit stands, also for what is another way to play a surface.
 */
export function pansOf(kit: Kit): Pans {
  const pans: Partial<Record<Place, number>> = {};
  for (const place of PLACES) {
    const surface = surfaceAt(kit, place);
    if (!surface) continue;
    const pan = Math.max(-MOST_PAN, Math.min(MOST_PAN, surface.x / WIDE));
    // The bass drum stands in the middle wherever its pedal is.
    pans[place] = surface.player === "hands" ? Math.round(pan / PAN_STEP) * PAN_STEP : 0;
  }
  // The pedal moves the hats, and they sound where they stand.
  for (const pedal of ["hp", "hs"] as const) {
    if (pans[pedal] !== undefined) pans[pedal] = pans.hh ?? 0;
  }
  return pans;
}
