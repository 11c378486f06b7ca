/** Layering: one sticking on the hands with another on the feet. */

import { MAX_SLOTS } from "../phrase/phrase";
import {
  joinStrokes,
  MAX_SPLIT,
  makeSilence,
  makeSplit,
  partsOf,
  type Silence,
  type Slot,
  type Strokes,
  strokesOf,
} from "../stroke/stroke";
import { gcd, lcm } from "../time/time";
import { type Cell, type LayerSpeed, type Moved, moved, refuse } from "./move";

/** Until two stickings meet again: slots of the upper one, and how often each is played. */
export interface Meeting {
  readonly slots: number;
  readonly upperTimes: number;
  readonly lowerTimes: number;
}

/** Sizes in half slots, so that all three speeds are integers. */
const SLOT_IN_HALVES: Record<LayerSpeed, number> = { half: 4, same: 2, double: 1 };

/**
 * When a lower sticking of `lower` slots at `speed` meets an upper one of `upper` slots again: the least common
 * multiple of their lengths. Throws RangeError for a size that isn't positive.
 */
export function findMeeting(upper: number, lower: number, speed: LayerSpeed): Meeting {
  if (upper <= 0 || lower <= 0) throw new RangeError("only stickings with a length meet");
  const upperHalves = upper * 2;
  const lowerHalves = lower * SLOT_IN_HALVES[speed];
  const meet = lcm(upperHalves, lowerHalves);
  return { slots: meet / 2, upperTimes: meet / upperHalves, lowerTimes: meet / lowerHalves };
}

type LayerPart = Silence | Strokes;

/** A slot's parts on a finer grid, with silence between them. */
function spread(parts: readonly LayerPart[], to: number): LayerPart[] {
  const step = to / parts.length;
  return Array.from({ length: to }, (_, index) =>
    index % step === 0 ? (parts[index / step] ?? makeSilence()) : makeSilence(),
  );
}

/** Combines two contents of one slot; null if they would need more parts than a slot can have. */
function overlay(upper: readonly LayerPart[], lower: readonly LayerPart[]): Slot | null {
  const parts = lcm(upper.length, lower.length);
  const above = spread(upper, parts);
  const below = spread(lower, parts);
  const joined = above.map((part, index) => joinStrokes([...strokesOf(part), ...strokesOf(below[index] ?? part)]));
  const coarse = coarsen(joined);
  return coarse.length > MAX_SPLIT ? null : makeSplit(coarse);
}

/** Drops silent parts, so that the slot is written as simply as possible. */
function coarsen(parts: readonly LayerPart[]): readonly LayerPart[] {
  const beginnings = parts.flatMap((part, index) => (part.kind === "strokes" ? [index] : []));
  const step = beginnings.reduce((shared, index) => gcd(shared, index), parts.length);
  return step > 1 ? parts.filter((_, index) => index % step === 0) : parts;
}

/** The part of the lower sticking in one slot of the upper. */
function lowerParts(lower: Cell, slot: number, speed: LayerSpeed): readonly LayerPart[] {
  const at = (index: number): readonly LayerPart[] => partsOf(lower[index % lower.length] ?? makeSilence());
  if (speed === "same") return at(slot);
  if (speed === "double") {
    const [first, second] = [at(2 * slot), at(2 * slot + 1)];
    const parts = lcm(first.length, second.length);
    return [...spread(first, parts), ...spread(second, parts)];
  }
  // Each lower slot lasts two upper ones: its parts fall in the first or the second.
  const parts = at(Math.floor(slot / 2));
  const even = parts.length % 2 === 0 ? parts : spread(parts, parts.length * 2);
  const middle = even.length / 2;
  return slot % 2 === 0 ? even.slice(0, middle) : even.slice(middle);
}

/**
 * Both stickings until they meet again, as one cell at the upper rate. If both use a limb at once, it plays once at the
 * louder level. `double` shares slots; a result that needs more than {@link MAX_SPLIT} parts is refused.
 */
export function layerCells(upper: Cell, lower: Cell, speed: LayerSpeed): Moved {
  if (upper.length === 0 || lower.length === 0) return refuse({ code: "empty" });
  const { slots } = findMeeting(upper.length, lower.length, speed);
  if (slots > MAX_SLOTS) return refuse({ code: "too-long", most: MAX_SLOTS });
  const result: Slot[] = [];
  for (let index = 0; index < slots; index++) {
    const slot = overlay(partsOf(upper[index % upper.length] ?? makeSilence()), lowerParts(lower, index, speed));
    if (!slot) return refuse({ code: "too-fine", most: MAX_SPLIT });
    result.push(slot);
  }
  return moved(result);
}
