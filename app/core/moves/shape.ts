/** Moves that change order and length. */

import { readStickLine } from "../line/read";
import { MAX_SLOTS } from "../phrase/phrase";
import {
  isHand,
  makeSilence,
  makeSplit,
  makeStroke,
  makeStrokes,
  mirrorSlot,
  otherHand,
  type Slot,
  strokesOf,
} from "../stroke/stroke";
import { type Cell, type Extension, type Moved, moved, refuse } from "./move";

/** The cell rotated by `by` slots. Any integer; rotating by its size is the identity. */
export function rotateCell(cell: Cell, by: number): Cell {
  const from = cell.length === 0 ? 0 : ((by % cell.length) + cell.length) % cell.length;
  return [...cell.slice(from), ...cell.slice(0, from)];
}

export function mirrorCell(cell: Cell): Cell {
  return cell.map(mirrorSlot);
}

/** Reverses the cell; grace notes still lead into their stroke. */
export function reverseCell(cell: Cell): Cell {
  return cell.toReversed().map((slot) => (slot.kind === "split" ? makeSplit(slot.parts.toReversed()) : slot));
}

/** The hand an alternating player would use after this cell: the one that did not play last, or R. */
function nextHand(cell: Cell) {
  const last = cell
    .flatMap(strokesOf)
    .map((stroke) => stroke.limb)
    .findLast(isHand);
  return last ? otherHand(last) : "R";
}

function extensionOf(cell: Cell, by: Extension): Slot[] {
  const kick = () => makeStrokes([makeStroke("K")]);
  if (by === "kick") return [kick()];
  if (by === "two-kicks") return [kick(), kick()];
  if (by === "quick-kicks") return [makeSplit([kick(), kick()])];
  return by === "gap" ? [makeSilence()] : [makeStrokes([makeStroke(nextHand(cell))])];
}

/** Joins cells, within the limits of a line. */
export function joinWithin(...cells: readonly Cell[]): Moved {
  const size = cells.reduce((sum, cell) => sum + cell.length, 0);
  return size > MAX_SLOTS ? refuse({ code: "too-long", most: MAX_SLOTS }) : moved(cells.flat());
}

export function extendCell(cell: Cell, by: Extension): Moved {
  return joinWithin(cell, extensionOf(cell, by));
}

export function shortenCell(cell: Cell, end: "first" | "last"): Moved {
  if (cell.length < 2) return refuse({ code: "too-short", slots: 2 });
  return moved(end === "first" ? cell.slice(1) : cell.slice(0, -1));
}

/** The cell, then the cell again led by the other hand. */
export function alternateCell(cell: Cell): Moved {
  if (!cell.flatMap(strokesOf).some((stroke) => isHand(stroke.limb))) return refuse({ code: "no-hand" });
  return joinWithin(cell, mirrorCell(cell));
}

/** The slots of a text that holds nothing but cells; null otherwise. Repeats are written out. */
export function readCell(text: string): Cell | null {
  const { line } = readStickLine(text);
  // A line in normal form starts with its rate, whether or not the text did.
  if (!line || text.includes("@")) return null;
  const slots: Slot[] = [];
  for (const item of line.slice(1)) {
    if (item.kind !== "cell") return null;
    for (let time = 0; time < item.count; time++) slots.push(...item.slots);
  }
  return slots.length > 0 ? slots : null;
}

export function glueCell(cell: Cell, text: string): Moved {
  const other = readCell(text);
  return other ? joinWithin(cell, other) : refuse({ code: "unreadable" });
}
