/**
 * Two schools. Grid-led: one hand owns the beats and every other slot from there, and hands never shift. Sticking-led:
 * the sticking repeats regardless of the beat, and hands drift over the grid.
 */

import { type Hand, otherHand, type Slot } from "../stroke/stroke";
import { barTicks, type Meter } from "../time/time";
import type { TimelineSlot } from "../timeline/slot";
import type { Timeline } from "../timeline/timeline";
import { leadingHand, ledBy } from "./limbs";

export interface School {
  readonly kind: "grid" | "sticking";
  /** The hand that owns the first slot of the bar, or would. */
  readonly lead: Hand;
  /** Indices of slots with the other hand than the grid's. Empty for a grid-led phrase. */
  readonly shifted: readonly number[];
}

/** The hand that owns a slot's position in its bar; null if the slot is off the grid of its rate. */
function ownerOf(slot: TimelineSlot, meter: Meter, lead: Hand): Hand | null {
  const bar = barTicks(meter);
  const inBar = ((slot.at % bar) + bar) % bar;
  if (inBar % slot.duration !== 0) return null;
  return (inBar / slot.duration) % 2 === 0 ? lead : otherHand(lead);
}

function findShifted({ slots, meter }: Timeline, lead: Hand): number[] {
  return slots.flatMap((slot) => {
    const hand = leadingHand(slot.content);
    return hand !== null && hand !== ownerOf(slot, meter, lead) ? [slot.index] : [];
  });
}

/**
 * Which school a phrase follows, with the lead that fits it best, or `strong` if both do; null without two hands to tell
 * by.
 */
export function findSchool(timeline: Timeline, strong: Hand): School | null {
  const hands = new Set(timeline.slots.map((slot) => leadingHand(slot.content)).filter((hand) => hand !== null));
  if (hands.size < 2) return null;
  const [own, other] = [findShifted(timeline, strong), findShifted(timeline, otherHand(strong))];
  const lead = other.length < own.length ? otherHand(strong) : strong;
  const shifted = lead === strong ? own : other;
  return { kind: shifted.length === 0 ? "grid" : "sticking", lead, shifted };
}

/** The slots of a timeline as a grid-led player would stick them; slots off the grid stay. */
export function stickTimelineByGrid({ slots, meter }: Timeline, lead: Hand): Slot[] {
  return slots.map((slot) => {
    const owner = ownerOf(slot, meter, lead);
    return owner === null ? slot.content : ledBy(slot.content, owner);
  });
}
