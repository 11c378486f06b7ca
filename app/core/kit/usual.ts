/** The usual positions of drums and cymbals. */

import type { KitVoice } from "../stroke/stroke";
import type { KitPiece } from "./kit";

/** A surface's default position on a right-handed kit. Sizes are common ones, converted from inches. */
const USUAL: Record<KitVoice, Omit<KitPiece, "place">> = {
  sn: { player: "hands", x: -4, y: 42, height: 66, size: 36, angle: 4, midi: 38 },
  t1: { player: "hands", x: -20, y: 78, height: 80, size: 25, angle: 18, midi: 50 },
  t2: { player: "hands", x: 13, y: 80, height: 79, size: 30, angle: 18, midi: 48 },
  t3: { player: "hands", x: 44, y: 70, height: 76, size: 33, angle: 16, midi: 47 },
  f1: { player: "hands", x: 50, y: 33, height: 63, size: 41, angle: 4, midi: 43 },
  f2: { player: "hands", x: 62, y: -8, height: 62, size: 46, angle: 4, midi: 41 },
  hh: { player: "hands", x: -50, y: 47, height: 88, size: 36, angle: 0, midi: 42 },
  ho: { player: "hands", x: -50, y: 47, height: 88, size: 36, angle: 0, midi: 46 },
  rd: { player: "hands", x: 62, y: 80, height: 92, size: 51, angle: 14, midi: 51 },
  rb: { player: "hands", x: 62, y: 80, height: 92, size: 12, angle: 14, midi: 53 },
  c1: { player: "hands", x: -46, y: 96, height: 112, size: 41, angle: 14, midi: 49 },
  c2: { player: "hands", x: 36, y: 112, height: 114, size: 46, angle: 14, midi: 57 },
  ch: { player: "hands", x: 92, y: 48, height: 104, size: 46, angle: 16, midi: 52 },
  sp: { player: "hands", x: -4, y: 106, height: 108, size: 25, angle: 12, midi: 55 },
  cb: { player: "hands", x: -4, y: 66, height: 84, size: 14, angle: 0, midi: 56 },
  kk: { player: "right-foot", x: 17, y: 52, height: 4, size: 10, angle: 12, midi: 36 },
  k2: { player: "left-foot", x: -14, y: 54, height: 4, size: 10, angle: 12, midi: 35 },
  hp: { player: "left-foot", x: -36, y: 44, height: 4, size: 10, angle: 12, midi: 44 },
  x1: { player: "hands", x: -64, y: 14, height: 70, size: 25, angle: 4, midi: 39 },
  x2: { player: "hands", x: -78, y: 66, height: 84, size: 20, angle: 4, midi: 54 },
  cs: { player: "hands", x: -4, y: 42, height: 66, size: 36, angle: 4, midi: 37 },
  hf: { player: "hands", x: -50, y: 47, height: 88, size: 36, angle: 0, midi: 46 },
  hs: { player: "left-foot", x: -36, y: 44, height: 4, size: 10, angle: 12, midi: 44 },
};

/** A surface as it is usually put up on a right-handed kit. */
export function usualSurface(place: KitVoice): KitPiece {
  return { place, ...USUAL[place] };
}

/** The General MIDI percussion key of a voice. */
export function usualMidi(place: KitVoice): number {
  return USUAL[place].midi;
}
