/** Edits of one slot: who plays it, and how. */

import {
  allowsTechnique,
  isHand,
  joinStrokes,
  type KitVoice,
  type Level,
  LIMBS,
  type Limb,
  MAX_GRACES,
  makeSilence,
  makeSplit,
  makeStroke,
  makeStrokes,
  mapParts,
  otherHand,
  partsOf,
  playedBy,
  type Slot,
  type Stroke,
  strokesOf,
  type Technique,
  withLevel,
  withPlace,
} from "../stroke/stroke";
import type { Ticks } from "../time/time";

const CRASH: KitVoice = "c1";

function mapPartStrokes(slot: Slot, change: (strokes: readonly Stroke[]) => readonly Stroke[]): Slot {
  return mapParts(slot, (part) => joinStrokes(change(strokesOf(part))));
}

/**
 * The slot played by this limb alone. If the limb already plays there, its stroke stays; otherwise it takes over the
 * first stroke.
 */
export function setLimb(slot: Slot, limb: Limb): Slot {
  const silent = strokesOf(slot).length === 0;
  return mapPartStrokes(slot, (strokes) => {
    const first = strokes.find((stroke) => stroke.limb === limb) ?? strokes[0];
    if (!first) return silent ? [makeStroke(limb)] : [];
    return [playedBy(first, limb)];
  });
}

/** Adds a limb to the slot, or removes it if it is there. */
export function toggleLimb(slot: Slot, limb: Limb): Slot {
  const present = strokesOf(slot).some((stroke) => stroke.limb === limb);
  return mapPartStrokes(slot, (strokes) => {
    if (present) return strokes.filter((stroke) => stroke.limb !== limb);
    return [...strokes, makeStroke(limb)];
  });
}

export function setLevel(slot: Slot, level: Level): Slot {
  return mapPartStrokes(slot, (strokes) => strokes.map((stroke) => withLevel(stroke, level)));
}

/**
 * Applies a technique to every hand of the slot that can play it, or removes it if all have it. A choke on something
 * other than a cymbal goes to the crash.
 */
export function toggleTechnique(slot: Slot, technique: Technique): Slot {
  const placed = (stroke: Stroke): Stroke =>
    technique === "choke" && !allowsTechnique(technique, stroke.limb, stroke.place) ? withPlace(stroke, CRASH) : stroke;
  const canHave = (stroke: Stroke) => allowsTechnique(technique, stroke.limb, placed(stroke).place);
  const able = strokesOf(slot).filter(canHave);
  const on = able.some((stroke) => stroke.technique !== technique);
  return mapPartStrokes(slot, (strokes) =>
    strokes.map((stroke) => {
      if (!canHave(stroke)) return stroke;
      if (!on) return { ...stroke, technique: "plain" };
      return makeStroke(stroke.limb, { ...placed(stroke), technique });
    }),
  );
}

/** From plain to flam, drag, ruff and back, for the slot's hand. */
export function cycleGraces(slot: Slot): Slot {
  return mapPartStrokes(slot, (strokes) =>
    strokes.map((stroke) =>
      isHand(stroke.limb)
        ? { ...stroke, graces: ((stroke.graces + 1) % (MAX_GRACES + 1)) as Stroke["graces"] }
        : stroke,
    ),
  );
}

/** A slot of `duration` shared by `parts` copies of its first stroke; null if that isn't exact in ticks. */
export function shareSlot(slot: Slot, parts: number, duration: Ticks): Slot | null {
  if (duration % parts !== 0) return null;
  const first = partsOf(slot)[0] ?? makeSilence();
  if (first.kind === "silence") return null;
  const plain = makeStrokes(first.strokes.map((stroke) => ({ ...stroke, graces: 0 })));
  return makeSplit(
    Array.from({ length: parts }, (_, part) => (part === 0 ? makeStrokes(first.strokes) : makeStrokes(plain.strokes))),
  );
}

/** The limb a drummer would expect after this slot: after a hand the other hand, otherwise the right hand. */
export function nextLimb(slot: Slot | undefined): Limb {
  const limbs = slot ? strokesOf(slot).map((stroke) => stroke.limb) : [];
  const last = limbs.findLast((limb) => isHand(limb));
  return last ? otherHand(last) : (LIMBS[0] as Limb);
}
