/** The player: one body on one kit. Everything that judges what can be played reads this. */

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

/** Which hand does what: the leading hand begins and crashes, the timekeeper plays the hi-hat or the ride. */
export interface Hands {
  readonly leading: Hand;
  readonly timekeeper: Hand;
}
export const RIGHT_HANDED: Hands = { leading: "R", timekeeper: "R" };

/** What a player is made of: plain data, so that it can be sent to a worker. */
export interface PlayerSpec {
  readonly kit: Kit;
  readonly limits: Limits;
  readonly hands: Hands;
}

/** One player on one kit: handedness, limits of the limbs, and all movement times. */
export interface Player extends PlayerSpec {
  /** Seconds that the limb needs between two strokes on these places; a place that the kit lacks costs nothing. */
  readonly time: (limb: Limb, from: KitVoice, to: KitVoice) => Seconds;
  /** Whether the arms cross with the right hand at one place and the left at the other. */
  readonly crosses: (right: KitVoice, left: KitVoice) => boolean;
}

/**
 * A player on a kit. Movement times are worked out over the whole kit: a way over a third surface may be quicker by the
 * formula than the straight one, to a small target from afar; then that time holds, so that to touch down on the way
 * never helps.
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

/** Shortest ways over others (R. W. Floyd, "Algorithm 97: shortest path", 1962), among what the limb plays. */
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

/** From bow to bell and back is a small move of its own; everything else on one surface is none. */
function bellTime(kit: Kit, limits: LimbLimits, from: KitVoice, to: KitVoice): Seconds {
  if (from === to || (from !== "rb" && to !== "rb")) return seconds(0);
  const [ride, bell] = [surfaceAt(kit, "rd"), surfaceAt(kit, "rb")];
  return ride && bell && basePlace(from) === basePlace(to)
    ? movementTime(limits, ride.size / 4, to === "rb" ? bell.size : ride.size)
    : seconds(0);
}

/** What the hands crash on where the kit has it; else what the kit has in its place. */
const CRASHES: readonly KitVoice[] = ["c1", "c2"];

export interface Reach {
  readonly place: KitVoice;
  /** From the last stroke to a stroke there. */
  readonly need: Seconds;
}

/**
 * What a hand needs from a stroke on `from` to the crash that it reaches soonest: the move there, and no less than a
 * motion of that hand takes. From nowhere, null, it needs nothing.
 */
export function reachCrash(player: Player, hand: Hand, from: KitVoice | null): Reach {
  const own = CRASHES.filter((place) => isPlayable(player.kit, hand, place));
  const places = own.length > 0 ? own : [foldPlace(player.kit, hand, "c1")];
  return soonest(places.map((place) => ({ place, need: needOf(player, hand, from, place) })));
}

/** The same for going back to what the timekeeper keeps time on. */
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
