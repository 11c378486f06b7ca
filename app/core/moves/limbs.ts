/** Moves of who plays. */

import {
  type Hand,
  isHand,
  joinStrokes,
  type Limb,
  makeStroke,
  mapParts,
  mapStrokes,
  mirrorSlot,
  otherHand,
  partsOf,
  playedBy,
  type Slot,
  type Stroke,
  strokesOf,
} from "../stroke/stroke";
import { type Cell, type Moved, moved, type Pedals, refuse } from "./move";

function plays(cell: Cell, limb: Limb): boolean {
  return cell.some((slot) => strokesOf(slot).some((stroke) => stroke.limb === limb));
}

/** Every stroke of `limb` goes to `by`; where that plays already, the louder of the two stays. */
export function replaceLimb(cell: Cell, limb: Limb, by: Limb): Moved {
  if (!plays(cell, limb)) return refuse({ code: "no-limb", limb });
  return moved(
    cell.map((slot) => mapStrokes(slot, (stroke) => (stroke.limb === limb ? playedBy(stroke, by) : stroke))),
  );
}

/** What joins a stroke: a hand at its level; a foot accents with it and is otherwise plain, for a ghost note of the hand is no ghost of the kick. */
function companion(stroke: Stroke, limb: Limb): Stroke {
  const level = isHand(limb) || stroke.level === "accent" ? stroke.level : "normal";
  return makeStroke(limb, { level });
}

/** Every stroke of `limb` also gets one of `partner`, together. */
export function doubleLimb(cell: Cell, limb: Limb, partner: Limb): Moved {
  if (!plays(cell, limb)) return refuse({ code: "no-limb", limb });
  return moved(
    cell.map((slot) =>
      mapParts(slot, (part) => {
        const strokes = strokesOf(part);
        const found = strokes.find((stroke) => stroke.limb === limb);
        const alone = found && strokes.every((stroke) => stroke.limb !== partner);
        return alone ? joinStrokes([...strokes, companion(found, partner)]) : part;
      }),
    ),
  );
}

/** Hands to the pedals and pedals to the hands. The strong hand's strokes go to the bass drum, the other's to the other pedal. */
export function putOnFeet(cell: Cell, strong: Hand, pedals: Pedals): Moved {
  if (!cell.some((slot) => strokesOf(slot).some((stroke) => isHand(stroke.limb)))) return refuse({ code: "no-hand" });
  const change = (stroke: Stroke): Stroke => {
    if (stroke.limb === strong) return playedBy(stroke, "K");
    if (isHand(stroke.limb)) {
      const foot = playedBy(stroke, "H");
      return pedals === "two-bass" ? { ...foot, place: "k2" } : foot;
    }
    return playedBy(stroke, stroke.limb === "K" ? strong : otherHand(strong));
  };
  return moved(cell.map((slot) => mapStrokes(slot, change)));
}

/** The hand that begins a slot, or null when no hand plays in it or both do together. */
export function leadingHand(slot: Slot): Hand | null {
  for (const part of partsOf(slot)) {
    const hands = strokesOf(part)
      .map((stroke) => stroke.limb)
      .filter(isHand);
    // Both at once belong to neither.
    if (hands.length > 0) return hands.length === 1 ? (hands[0] ?? null) : null;
  }
  return null;
}

/** The slot led by `hand`; kicks, silences and what both hands play together stay. A shared slot keeps its shape. */
export function ledBy(slot: Slot, hand: Hand): Slot {
  const leading = leadingHand(slot);
  return leading === null || leading === hand ? slot : mirrorSlot(slot);
}

/** Grid-led: `lead` has the first slot and every other one after it, the other hand those between. */
export function stickByGrid(cell: Cell, lead: Hand): Cell {
  return cell.map((slot, place) => ledBy(slot, place % 2 === 0 ? lead : otherHand(lead)));
}
