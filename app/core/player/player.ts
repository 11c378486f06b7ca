/** The player: one body on one kit. Everything that judges playability uses this. */

import { armsCross } from "../kit/arms";
import {
  basePlace,
  distanceBetween,
  foldPlace,
  isPlayable,
  type Kit,
  type KitPiece,
  surfaceAt,
  targetWidth,
} from "../kit/kit";
import { type Hand, isHand, type KitVoice, type Limb } from "../stroke/stroke";
import { type Seconds, seconds } from "../time/time";
import type { LimbLimits, Limits } from "./limits";

/** Fitts's law in the Shannon form; see {@link LimbLimits}. `distance` and `width` in centimetres. */
export function movementTime({ base, perBit }: LimbLimits, distance: number, width: number): Seconds {
  return seconds(distance <= 0 ? 0 : base + perBit * Math.log2(distance / width + 1));
}

/** The roles of the hands: the leading hand starts and crashes, the timekeeping hand plays the hi-hat or ride. */
export interface Hands {
  readonly leading: Hand;
  readonly timekeeper: Hand;
}
export const RIGHT_HANDED: Hands = { leading: "R", timekeeper: "R" };

/** The data of a player, plain so that it can be sent to a worker. */
export interface PlayerSpec {
  readonly kit: Kit;
  readonly limits: Limits;
  readonly hands: Hands;
}

/** One player on one kit: handedness, limb limits, and all movement times. */
export interface Player extends PlayerSpec {
  /** Seconds the limb needs between strokes on these surfaces; a surface that the kit lacks costs nothing. */
  readonly time: (limb: Limb, from: KitVoice, to: KitVoice) => Seconds;
  /** Whether the arms cross with the right hand on one surface and the left on the other. */
  readonly crosses: (right: KitVoice, left: KitVoice) => boolean;
}

/**
 * A player on a kit. Movement times consider the whole kit: to a small, distant target, the formula may give a shorter
 * time via a third surface. Then we use that time, so that an extra stroke on the way never helps.
 */
export function makePlayer(kit: Kit, limits: Limits, hands: Hands = RIGHT_HANDED): Player {
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
    hands,
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
      const cross = armsCross(surfaces[a] as KitPiece, surfaces[b] as KitPiece);
      crossing.set(key, cross);
      return cross;
    },
  };
}

/** Shortest paths (R. W. Floyd, "Algorithm 97: shortest path", 1962) over the surfaces that the limb plays. */
function closeTable(table: Float64Array, surfaces: readonly KitPiece[], limb: Limb) {
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

/** Between bow and bell is a small move; anything else on one surface is none. */
function bellTime(kit: Kit, limits: LimbLimits, from: KitVoice, to: KitVoice): Seconds {
  if (from === to || (from !== "rb" && to !== "rb")) return seconds(0);
  const [ride, bell] = [surfaceAt(kit, "rd"), surfaceAt(kit, "rb")];
  return ride && bell && basePlace(from) === basePlace(to)
    ? movementTime(limits, ride.size / 4, to === "rb" ? bell.size : ride.size)
    : seconds(0);
}

/** The crash surfaces of the hands, or what the kit has instead. */
const CRASHES: readonly KitVoice[] = ["c1", "c2"];

export interface Reach {
  readonly place: KitVoice;
  /** From the last stroke to one on the crash. */
  readonly need: Seconds;
}

/**
 * The time a hand needs from a stroke on `from` to the crash it reaches soonest: the move, and at least one motion of
 * that hand. Null as `from` needs no time.
 */
export function reachCrash(player: Player, hand: Hand, from: KitVoice | null): Reach {
  const own = CRASHES.filter((place) => isPlayable(player.kit, hand, place));
  const places = own.length > 0 ? own : [foldPlace(player.kit, hand, "c1")];
  return soonest(places.map((place) => ({ place, need: needOf(player, hand, from, place) })));
}

/** The same for returning to the timekeeping surface. */
export function reachTime(player: Player, hand: Hand, from: KitVoice | null): Reach {
  const place = foldPlace(player.kit, hand, "hh");
  return { place, need: needOf(player, hand, from, place) };
}

function needOf(player: Player, hand: Hand, from: KitVoice | null, to: KitVoice): Seconds {
  if (from === null) return seconds(0);
  return seconds(Math.max(player.limits.limbs[hand].single, player.time(hand, from, to)));
}

function soonest(all: readonly Reach[]): Reach {
  return all.reduce((best, one) => (one.need < best.need ? one : best));
}
