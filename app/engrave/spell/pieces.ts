/** A voice divided for spelling: what starts when, bar by bar. */

import { type KitVoice, partsOf, type Silence, type Slot, type Stroke, type Strokes } from "~/core/stroke";
import type { Rate } from "~/core/time";
import type { BarBeats } from "./beats";
import { isDotted, isOnGrid } from "./values";

/** A slot to be written. */
export interface ScoreSlot {
  /** Its index in the phrase; null if it isn't part of the phrase. */
  readonly index: number | null;
  readonly at: number;
  readonly duration: number;
  readonly voiced: Slot;
  readonly gracePlaces?: ReadonlyMap<Stroke, KitVoice>;
  readonly rate: Rate;
}

/** Ticks from the bar line. */
export interface RhythmPiece {
  readonly from: number;
  readonly to: number;
  /**
   * A slot shared by a number of parts that the grid can't hold stays whole: it becomes a tuplet inside the tuplet or
   * beat.
   */
  readonly content: Slot;
  /** Null where there is no slot: before and after the phrase. */
  readonly slot: ScoreSlot | null;
  /** Whether it belongs to a tuplet: off the plain grid, or dividing a dotted beat other than in thirds. */
  readonly isOdd: boolean;
}

/**
 * The contents of the bar from `start`, without gaps. A slot across a bar line sounds in the first bar and is silent in
 * the next.
 */
export function cutBar(slots: readonly ScoreSlot[], start: number, { length, dottedBeat }: BarBeats): RhythmPiece[] {
  const end = start + length;
  const pieces: RhythmPiece[] = [];
  let at = 0;
  const push = (from: number, to: number, content: Slot, slot: ScoreSlot | null) => {
    if (from > at) pieces.push({ from: at, to: from, content: SILENT, slot: null, isOdd: isOff(at, from) });
    const isOdd = isOff(from, to) || (slot !== null && dividesDotted(slot.duration, dottedBeat));
    if (to > from) pieces.push({ from, to, content, slot, isOdd });
    at = Math.max(at, to);
  };
  for (const slot of slots) {
    if (slot.at >= end || slot.at + slot.duration <= start) continue;
    for (const part of cutSlot(slot)) {
      const [from, to] = [part.from - start, Math.min(part.to, end) - start];
      if (from >= 0 && from < length) push(from, to, part.content, slot);
      else if (from < 0 && to > 0) push(0, to, SILENT, slot);
    }
  }
  if (at < length) pieces.push({ from: at, to: length, content: SILENT, slot: null, isOdd: isOff(at, length) });
  return pieces;
}

const SILENT: Silence = { kind: "silence" };

/** A slot shared by two or four is that many pieces; one that nothing else divides is a single piece. */
function cutSlot({ at, duration, voiced }: ScoreSlot): { from: number; to: number; content: Slot }[] {
  const parts = partsOf(voiced);
  const each = duration / parts.length;
  const isHalved = Number.isInteger(Math.log2(parts.length)) && Number.isInteger(each);
  if (voiced.kind !== "split" || !isHalved) return [{ from: at, to: at + duration, content: voiced }];
  return parts.map((content: Silence | Strokes, index) => ({
    from: at + index * each,
    to: at + (index + 1) * each,
    content,
  }));
}

export function isSilent({ content }: RhythmPiece): boolean {
  return content.kind === "silence";
}

function isOff(from: number, to: number): boolean {
  return !isOnGrid(from) || !isOnGrid(to);
}

/** Two or four slots in a dotted beat are a tuplet, even though there are dotted values for them. */
function dividesDotted(duration: number, dottedBeat: number | null): boolean {
  return dottedBeat !== null && duration < dottedBeat && isDotted(duration);
}
