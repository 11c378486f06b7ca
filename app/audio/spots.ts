/** Where each drum and cymbal of a kit sounds, and how large it is. */

import { basePlace, type Kit, surfaceAt, usualSurface } from "~/core/kit";
import { KIT_VOICES, type KitVoice } from "~/core/stroke";

export interface Spot {
  /** -1 left to 1 right. */
  readonly pan: number;
  /** Its diameter against the usual one: 1 is as usual, what is larger is lower and rings longer. */
  readonly scale: number;
}

/** What is not named sounds in the middle, as large as usual. */
export type Spots = Readonly<Partial<Record<KitVoice, Spot>>>;

export const USUAL_SPOT: Spot = { pan: 0, scale: 1 };

/** Centimetres to the side at which a surface would sound from one side alone: never quite reached. */
const WIDE = 130;
const MAX_PAN = 0.7;
/** So that a surface that is dragged does not leave a new panner at every step, or want new sounds. */
const STEP = 0.05;
const SCALES = { least: 0.6, most: 1.6 } as const;

const stepped = (value: number) => Math.round(value / STEP) * STEP;

/** The kit from the seat: as it stands, also for what is another way to play a surface. */
export function spotsOf(kit: Kit): Spots {
  const spots: Partial<Record<KitVoice, Spot>> = {};
  for (const place of KIT_VOICES) {
    const base = basePlace(place);
    const surface = surfaceAt(kit, base);
    if (!surface) continue;
    const pan = Math.max(-MAX_PAN, Math.min(MAX_PAN, surface.x / WIDE));
    const byHand = surface.player === "hands";
    spots[place] = {
      // The bass drum stands in the middle wherever its pedal is, and its pedal says nothing of its size.
      pan: byHand ? stepped(pan) : 0,
      scale: byHand
        ? Math.max(SCALES.least, Math.min(SCALES.most, stepped(surface.size / usualSurface(base).size)))
        : 1,
    };
  }
  // The pedal moves the hats, and they sound where they stand.
  for (const pedal of ["hp", "hs"] as const) {
    if (spots[pedal]) spots[pedal] = spots.hh ?? USUAL_SPOT;
  }
  return spots;
}
