/** Kits for tests: common ones, and random ones. */

import fc from "fast-check";
import { basePlace, type Kit, mirrorKit } from "../kit/kit";
import { usualSurface } from "../kit/usual";
import { limitsOf, PLAYER_LEVELS } from "../player/limits";
import { makePlayer } from "../player/player";
import { KIT_VOICES, type KitVoice } from "../stroke/stroke";

export function kitOf(...places: KitVoice[]): Kit {
  return { surfaces: places.map(usualSurface) };
}

export const FOUR_PIECE = kitOf("sn", "t1", "f1", "kk", "hp", "hh", "rd", "c1");
/** One tom, and no second cymbal. */
export const SMALL = kitOf("sn", "f1", "kk", "hp", "hh");
export const LARGE = kitOf(
  ...(["sn", "t1", "t2", "t3", "f1", "f2", "kk", "k2", "hp", "hh", "rd", "c1", "c2", "ch", "sp", "cb"] as KitVoice[]),
);

const BASES = KIT_VOICES.filter((place) => basePlace(place) === place);

/** Random surfaces at random positions, always including snare and feet. */
export const anyKit: fc.Arbitrary<Kit> = fc
  .record({
    places: fc.subarray([...BASES], { minLength: 1 }),
    shift: fc.array(fc.tuple(fc.integer({ min: -30, max: 30 }), fc.integer({ min: -30, max: 30 })), {
      minLength: 20,
      maxLength: 20,
    }),
  })
  .map(({ places, shift }) => {
    const all = [...new Set<KitVoice>(["sn", "kk", "hp", ...places])];
    return {
      surfaces: all.map((place, index) => {
        const [x, y] = shift[index] ?? [0, 0];
        const usual = usualSurface(place);
        return { ...usual, x: usual.x + x, y: usual.y + y };
      }),
    };
  });

export const anyLimits = fc
  .tuple(fc.constantFrom(...PLAYER_LEVELS), fc.constantFrom("R" as const, "L" as const))
  .map(([level, strong]) => limitsOf(level, strong));

/** A right-handed working drummer on the four-piece kit. */
export const WORKING = makePlayer(FOUR_PIECE, limitsOf("working", "R"));
/** The same limbs left-handed, on the mirrored kit. */
export const LEFT_HANDED = makePlayer(mirrorKit(FOUR_PIECE), limitsOf("working", "L"), {
  leading: "L",
  timekeeper: "L",
});
