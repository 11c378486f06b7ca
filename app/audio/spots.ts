/** Stereo position and size of each drum and cymbal of a kit. */

import { basePlace, type Kit, surfaceAt, usualSurface } from "~/core/kit";
import { KIT_VOICES, type KitVoice } from "~/core/stroke";

export interface Spot {
  /** -1 left to 1 right. */
  readonly pan: number;
  /** Its diameter relative to the usual one: larger is lower and rings longer. */
  readonly scale: number;
}

/** Anything not listed is centred, at the usual size. */
export type Spots = Readonly<Partial<Record<KitVoice, Spot>>>;

export const USUAL_SPOT: Spot = { pan: 0, scale: 1 };

/** A surface this many centimetres to the side would be panned fully; the pan approaches that but never reaches it. */
const WIDE = 130;
const MAX_PAN = 0.7;
/** Rounded, so that dragging a surface doesn't create a new panner or sound at every step. */
const STEP = 0.05;
const SCALES = { least: 0.6, most: 1.6 } as const;

const stepped = (value: number) => Math.round(value / STEP) * STEP;

/** The kit from the seat, including surfaces that are another way to play one. */
export function spotsOf(kit: Kit): Spots {
  const spots: Partial<Record<KitVoice, Spot>> = {};
  for (const place of KIT_VOICES) {
    const base = basePlace(place);
    const surface = surfaceAt(kit, base);
    if (!surface) continue;
    const pan = Math.max(-MAX_PAN, Math.min(MAX_PAN, surface.x / WIDE));
    const byHand = surface.player === "hands";
    spots[place] = {
      // The bass drum is centred wherever its pedal is, and the pedal says nothing about its size.
      pan: byHand ? stepped(pan) : 0,
      scale: byHand
        ? Math.max(SCALES.least, Math.min(SCALES.most, stepped(surface.size / usualSurface(base).size)))
        : 1,
    };
  }
  // The pedal opens and closes the hats, and they sound where they stand.
  for (const pedal of ["hp", "hs"] as const) {
    if (spots[pedal]) spots[pedal] = spots.hh ?? USUAL_SPOT;
  }
  return spots;
}
