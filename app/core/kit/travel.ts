/** How long a limb needs from one surface to another. */

import { isHand, type Limb, type Place } from "../stroke";
import { type Seconds, seconds } from "../time";
import { armsCross } from "./arms";
import { basePlace, distanceBetween, type Kit, type Surface, surfaceAt, targetWidth } from "./kit";
import type { LimbLimits, Limits } from "./limits";

/** Fitts's law in the Shannon form; see {@link LimbLimits}. `distance` and `width` in centimetres. */
export function movementTime({ base, perBit }: LimbLimits, distance: number, width: number): Seconds {
  return seconds(distance <= 0 ? 0 : base + perBit * Math.log2(distance / width + 1));
}

/** All movement times of one player on one kit. */
export interface Travel {
  readonly kit: Kit;
  readonly limits: Limits;
  /** Seconds that the limb needs between two strokes on these places; a place that the kit lacks costs nothing. */
  readonly time: (limb: Limb, from: Place, to: Place) => Seconds;
  /** Whether the arms cross with the right hand at one place and the left at the other. */
  readonly crosses: (right: Place, left: Place) => boolean;
}

/**
 * Movement times over the whole kit. A way over a third surface may be quicker by the formula than the straight one, to
 * a small target from afar; then that time holds, so that to touch down on the way never helps.
 */
export function measureTravel(kit: Kit, limits: Limits): Travel {
  const { surfaces } = kit;
  const many = surfaces.length;
  const indexOf = new Map(surfaces.map((surface, index) => [surface.place, index]));
  const tables = new Map<Limb, Float64Array>();
  const tableOf = (limb: Limb) => {
    const known = tables.get(limb);
    if (known) return known;
    const table = new Float64Array(many * many);
    for (const [from, a] of surfaces.entries()) {
      for (const [to, b] of surfaces.entries()) {
        const both = (a.player === "hands") === isHand(limb) && (b.player === "hands") === isHand(limb);
        table[from * many + to] = both
          ? movementTime(limits.limbs[limb], from === to ? 0 : distanceBetween(a, b), targetWidth(b))
          : 0;
      }
    }
    closeTable(table, surfaces, limb);
    tables.set(limb, table);
    return table;
  };
  const crossing = new Map<number, boolean>();
  return {
    kit,
    limits,
    time: (limb, from, to) => {
      const [a, b] = [indexOf.get(basePlace(from)), indexOf.get(basePlace(to))];
      if (a === undefined || b === undefined || a === b) return bellTime(kit, limits.limbs[limb], from, to);
      return seconds(tableOf(limb)[a * many + b] as number);
    },
    crosses: (right, left) => {
      const [a, b] = [indexOf.get(basePlace(right)), indexOf.get(basePlace(left))];
      if (a === undefined || b === undefined) return false;
      const key = a * many + b;
      const known = crossing.get(key);
      if (known !== undefined) return known;
      const cross = armsCross(surfaces[a] as Surface, surfaces[b] as Surface);
      crossing.set(key, cross);
      return cross;
    },
  };
}

/** Shortest ways over others (R. W. Floyd, "Algorithm 97: shortest path", 1962), among what the limb plays. */
function closeTable(table: Float64Array, surfaces: readonly Surface[], limb: Limb) {
  const many = surfaces.length;
  const own = surfaces.flatMap(({ player }, index) => ((player === "hands") === isHand(limb) ? [index] : []));
  for (const over of own) {
    for (const from of own) {
      const first = table[from * many + over] as number;
      for (const to of own) {
        const via = first + (table[over * many + to] as number);
        if (via < (table[from * many + to] as number)) table[from * many + to] = via;
      }
    }
  }
}

/** From bow to bell and back is a small move of its own; everything else on one surface is none. */
function bellTime(kit: Kit, limits: LimbLimits, from: Place, to: Place): Seconds {
  if (from === to || (from !== "rb" && to !== "rb")) return seconds(0);
  const [ride, bell] = [surfaceAt(kit, "rd"), surfaceAt(kit, "rb")];
  return ride && bell && basePlace(from) === basePlace(to)
    ? movementTime(limits, ride.size / 4, to === "rb" ? bell.size : ride.size)
    : seconds(0);
}
