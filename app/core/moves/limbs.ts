/** Moves that change who plays. */

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

/** All strokes of `limb` go to `by`; if that limb already plays there, the louder stroke stays. */
export function replaceLimb(cell: Cell, limb: Limb, by: Limb): Moved {
  if (!plays(cell, limb)) return refuse({ code: "no-limb", limb });
  return moved(
    cell.map((slot) => mapStrokes(slot, (stroke) => (stroke.limb === limb ? playedBy(stroke, by) : stroke))),
  );
}

/**
 * What is added to a stroke: a hand at the same level; a foot accents with it and is otherwise plain, because a hand's
 * ghost note isn't a kick's.
 */
function companion(stroke: Stroke, limb: Limb): Stroke {
  const level = isHand(limb) || stroke.level === "accent" ? stroke.level : "normal";
  return makeStroke(limb, { level });
}

/** Adds a stroke of `partner` to every stroke of `limb`. */
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

/** Swaps hands and pedals. The strong hand's strokes go to the bass drum, the other hand's to the other pedal. */
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

/** The hand that starts a slot; null if no hand plays in it or both play together. */
export function leadingHand(slot: Slot): Hand | null {
  for (const part of partsOf(slot)) {
    const hands = strokesOf(part)
      .map((stroke) => stroke.limb)
      .filter(isHand);
    // Both hands at once belong to neither.
    if (hands.length > 0) return hands.length === 1 ? (hands[0] ?? null) : null;
  }
  return null;
}

/** The slot led by `hand`; kicks, silences and unisons of both hands stay. A shared slot keeps its shape. */
export function ledBy(slot: Slot, hand: Hand): Slot {
  const leading = leadingHand(slot);
  return leading === null || leading === hand ? slot : mirrorSlot(slot);
}

/** Grid-led: `lead` has the first slot and every other one after it, the other hand the rest. */
export function stickByGrid(cell: Cell, lead: Hand): Cell {
  return cell.map((slot, place) => ledBy(slot, place % 2 === 0 ? lead : otherHand(lead)));
}
