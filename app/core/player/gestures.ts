/** What a phrase asks of the arms on a kit: where they cross, and what is a long reach. Geometric; see `arms.ts`. */

import { armsCross, COMFORTABLE_REACH, handOnTop, reachOf } from "../kit/arms";
import { basePlace, type Kit, surfaceAt } from "../kit/kit";
import { type Hand, isHand, type KitVoice, otherHand } from "../stroke/stroke";
import type { Timeline } from "../timeline/timeline";
import { listMotions, type Motion } from "./motions";

/** One way in which the arms cross, and the slots where it happens. */
export interface Crossing {
  /** The hand on top, and its surface. */
  readonly over: Hand;
  readonly at: KitVoice;
  /** The other hand's surface. */
  readonly under: KitVoice;
  /** Slots of the strokes that arrive crossed, in order. */
  readonly slots: readonly number[];
}

/** Crossings by hands and surfaces, most frequent first. Compares each stroke with the other hand's last position. */
export function listCrossings(timeline: Timeline, kit: Kit): Crossing[] {
  const last: { R: Motion | null; L: Motion | null } = { R: null, L: null };
  const found = new Map<string, { over: Hand; at: KitVoice; under: KitVoice; slots: number[] }>();
  const hands = listMotions(timeline).filter(({ limb }) => isHand(limb));
  for (const [index, motion] of hands.entries()) {
    const { limb, slot, moment } = motion;
    last[limb as Hand] = motion;
    // Hands that strike together arrive together.
    if (hands[index + 1]?.moment === moment) continue;
    const { R, L } = last;
    const [right, left] = [R && surfaceAt(kit, R.place), L && surfaceAt(kit, L.place)];
    if (!R || !L || !right || !left || !armsCross(right, left)) continue;
    const over = handOnTop(right, left);
    const [at, under] = over === "R" ? [right.place, left.place] : [left.place, right.place];
    const key = `${over} ${at} ${under}`;
    const crossing = found.get(key) ?? { over, at, under, slots: [] };
    if (crossing.slots.at(-1) !== slot) crossing.slots.push(slot);
    found.set(key, crossing);
  }
  return [...found.values()].sort((a, b) => b.slots.length - a.slots.length);
}

/** A surface that a hand must lean for. */
export interface LongReach {
  readonly hand: Hand;
  readonly place: KitVoice;
  /** Distance from its shoulder in centimetres. */
  readonly reach: number;
  readonly slots: readonly number[];
  /** Whether the other hand could reach it. */
  readonly isNearer: boolean;
}

/** Reaches beyond comfort, longest first. */
export function listLongReaches(timeline: Timeline, kit: Kit): LongReach[] {
  const found = new Map<string, { hand: Hand; place: KitVoice; reach: number; slots: number[]; isNearer: boolean }>();
  for (const { limb, place, slot } of listMotions(timeline)) {
    const surface = isHand(limb) ? surfaceAt(kit, place) : null;
    if (!isHand(limb) || !surface) continue;
    const reach = reachOf(limb, surface);
    if (reach <= COMFORTABLE_REACH) continue;
    const key = `${limb} ${basePlace(place)}`;
    const isNearer = reachOf(otherHand(limb), surface) <= COMFORTABLE_REACH;
    const long = found.get(key) ?? { hand: limb, place: basePlace(place), reach, slots: [], isNearer };
    if (long.slots.at(-1) !== slot) long.slots.push(slot);
    found.set(key, long);
  }
  return [...found.values()].sort((a, b) => b.reach - a.reach);
}
