/** Placing strokes one by one: the chosen note, and the next one. */

import type { KitPiece } from "~/core/kit";
import { isHand, KIT_VOICE_NAMES, type Limb } from "~/core/stroke";
import type { Timeline } from "~/core/timeline";
import { PLAYED_BY_NAMES } from "~/words/kit";
import { thePlace } from "~/words/slot";

export function limbsOf(timeline: Timeline, slot: number): Limb[] {
  return timeline.events.flatMap((event) => (event.slot === slot && event.grace === undefined ? [event.limb] : []));
}

export function countHands(timeline: Timeline): number {
  return timeline.events.filter(({ limb, grace }) => grace === undefined && isHand(limb)).length;
}

/** The next slot from `from` with a hand, or with any limb if no hand plays; null at the end. */
export function nextStroke(timeline: Timeline, from: number, by: number): number | null {
  const limbs = new Map<number, Limb[]>();
  for (const { slot, limb, grace } of timeline.events) {
    if (grace === undefined) limbs.set(slot, [...(limbs.get(slot) ?? []), limb]);
  }
  const hasHands = [...limbs.values()].some((list) => list.some(isHand));
  for (let slot = from + Math.sign(by); slot >= 0 && slot < timeline.slots.length; slot += Math.sign(by)) {
    const here = limbs.get(slot) ?? [];
    if (here.some((limb) => isHand(limb) || !hasHands)) return slot;
  }
  return null;
}

/** The description of a surface, and what pressing it does. */
export function labelOf(surface: KitPiece, isKitTab: boolean, note: number | null): string {
  const { place, x, y, height, player } = surface;
  const name = KIT_VOICE_NAMES[place].replace("closed ", "");
  const the = thePlace(place).replace("closed ", "");
  if (!isKitTab) return note === null ? `Hear ${the}` : `Put note ${note + 1} on ${the}`;
  const side = x === 0 ? "in the middle" : `${Math.abs(Math.round(x))} cm to the ${x > 0 ? "right" : "left"}`;
  const depth = `${Math.abs(Math.round(y))} cm ${y >= 0 ? "in front" : "behind"}`;
  return `${name}: ${side}, ${depth}, ${Math.round(height)} cm high, ${PLAYED_BY_NAMES[player]}`;
}
