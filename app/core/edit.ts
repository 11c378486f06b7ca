/**
 * Direct edits: changes of a line at the cell or slot that a player points at. Repeats open only as far as the edit
 * needs; everything else keeps its text. All are pure, Line to Line.
 */

import { type CellItem, type Line, type LineItem, makeCell, makeRun } from "./phrase";
import {
  isHand,
  joinStrokes,
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
} from "./stroke";
import type { Ticks } from "./time";

function countCells(line: Line): number {
  return line.reduce((sum, item) => {
    if (item.kind === "cell") return sum + item.count;
    return item.kind === "run" ? sum + item.count * countCells(item.items) : sum;
  }, 0);
}

function repeated(cell: CellItem, count: number): LineItem[] {
  return count > 0 ? [{ ...cell, count }] : [];
}

/** Neighbours that are playings of one cell become one item again. */
function gather(items: Line): LineItem[] {
  const result: LineItem[] = [];
  for (const item of items) {
    const before = result.at(-1);
    if (item.kind === "cell" && before?.kind === "cell" && before.slots === item.slots) {
      result[result.length - 1] = { ...before, count: before.count + item.count };
    } else result.push(item);
  }
  return result;
}

/** Replaces one playing of a cell (`index`, from 0) by the items that `replace` gives for it. */
function replaceCell(line: Line, index: number, replace: (cell: CellItem) => Line): Line {
  const result: LineItem[] = [];
  let left = index;
  for (const item of line) {
    const size = countCells([item]);
    if (left < 0 || left >= size) result.push(item);
    else if (item.kind === "cell") {
      result.push(...repeated(item, left), ...replace({ ...item, count: 1 }), ...repeated(item, size - left - 1));
    } else if (item.kind === "run") {
      const each = countCells(item.items);
      const before = Math.floor(left / each);
      const after = item.count - before - 1;
      if (before > 0) result.push(...makeRun(item.items, before));
      result.push(...replaceCell(item.items, left % each, replace));
      if (after > 0) result.push(...makeRun(item.items, after));
    }
    left -= size;
  }
  return gather(result);
}

function cellOf(slots: readonly Slot[]): Line {
  return slots.length > 0 ? [makeCell(slots)] : [];
}

/** The cell's slots, changed; a cell left without slots goes. */
export function editCell(line: Line, cell: number, change: (slots: readonly Slot[]) => readonly Slot[]): Line {
  return replaceCell(line, cell, (item) => cellOf(change(item.slots)));
}

/** One slot of a cell, changed. */
export function editSlot(line: Line, cell: number, place: number, change: (slot: Slot) => Slot): Line {
  return editCell(line, cell, (slots) => slots.with(place, change(slots[place] ?? makeSilence())));
}

export function insertSlot(line: Line, cell: number, place: number, slot: Slot): Line {
  return editCell(line, cell, (slots) => slots.toSpliced(place, 0, slot));
}

export function removeSlot(line: Line, cell: number, place: number): Line {
  return editCell(line, cell, (slots) => slots.toSpliced(place, 1));
}

/** Breaks a cell in two, the second beginning at `place`. */
export function splitCell(line: Line, cell: number, place: number): Line {
  return replaceCell(line, cell, ({ slots }) => [...cellOf(slots.slice(0, place)), ...cellOf(slots.slice(place))]);
}

/** The slots of one playing of a cell; null when there are fewer. */
function slotsOfCell(line: Line, cell: number): readonly Slot[] | null {
  let found: readonly Slot[] | null = null;
  replaceCell(line, cell, (item) => {
    found = item.slots;
    return [item];
  });
  return found;
}

/** Makes one cell of a cell and the one after it, at the rate of the first. The line itself when there is none after. */
export function joinCells(line: Line, cell: number): Line {
  const next = slotsOfCell(line, cell + 1);
  if (!next) return line;
  return editCell(
    replaceCell(line, cell + 1, () => []),
    cell,
    (slots) => [...slots, ...next],
  );
}

export function removeCell(line: Line, cell: number): Line {
  return replaceCell(line, cell, () => []);
}

/** Plays the cell once more after itself. */
export function duplicateCell(line: Line, cell: number): Line {
  return replaceCell(line, cell, (item) => [item, item]);
}

/** Moves one playing of a cell so that it becomes cell `to`; it takes the rate of its new place. */
export function moveCell(line: Line, from: number, to: number): Line {
  const slots = slotsOfCell(line, from);
  const cells = countCells(line);
  if (!slots || from === to || to < 0 || to >= cells) return line;
  const moved = makeCell(slots);
  // Inserted before removing, so that the place is found in the line as the player sees it.
  return to < from
    ? replaceCell(
        replaceCell(line, from, () => []),
        to,
        (item) => [moved, item],
      )
    : replaceCell(
        replaceCell(line, to, (item) => [item, moved]),
        from,
        () => [],
      );
}

function mapPartStrokes(slot: Slot, change: (strokes: readonly Stroke[]) => readonly Stroke[]): Slot {
  return mapParts(slot, (part) => joinStrokes(change(strokesOf(part))));
}

/** The slot played by this limb alone: what the limb already did there stays, else the first stroke becomes its own. */
export function setLimb(slot: Slot, limb: Limb): Slot {
  const silent = strokesOf(slot).length === 0;
  return mapPartStrokes(slot, (strokes) => {
    const first = strokes.find((stroke) => stroke.limb === limb) ?? strokes[0];
    if (!first) return silent ? [makeStroke(limb)] : [];
    return [playedBy(first, limb)];
  });
}

/** Adds a limb to the slot, or takes it out when it is there. */
export function toggleLimb(slot: Slot, limb: Limb): Slot {
  const present = strokesOf(slot).some((stroke) => stroke.limb === limb);
  return mapPartStrokes(slot, (strokes) => {
    if (present) return strokes.filter((stroke) => stroke.limb !== limb);
    return [...strokes, makeStroke(limb)];
  });
}

export function setLevel(slot: Slot, level: Level): Slot {
  return mapPartStrokes(slot, (strokes) =>
    strokes.map((stroke) => ({ ...stroke, level, rimShot: stroke.rimShot && level === "accent" })),
  );
}

/** Rim shots on every hand of the slot, or none when all have them. */
export function toggleRimShot(slot: Slot): Slot {
  const hands = strokesOf(slot).filter((stroke) => isHand(stroke.limb));
  const on = hands.some((stroke) => !stroke.rimShot);
  return mapPartStrokes(slot, (strokes) =>
    strokes.map((stroke) => (isHand(stroke.limb) ? makeStroke(stroke.limb, { ...stroke, rimShot: on }) : stroke)),
  );
}

/** From plain to flam, drag, ruff and back, on the slot's hand. */
export function cycleGraces(slot: Slot): Slot {
  return mapPartStrokes(slot, (strokes) =>
    strokes.map((stroke) =>
      isHand(stroke.limb)
        ? { ...stroke, graces: ((stroke.graces + 1) % (MAX_GRACES + 1)) as Stroke["graces"] }
        : stroke,
    ),
  );
}

/** A slot of `duration` shared by `parts` strokes like its first, or null where that is not exact in ticks. */
export function shareSlot(slot: Slot, parts: number, duration: Ticks): Slot | null {
  if (duration % parts !== 0) return null;
  const first = partsOf(slot)[0] ?? makeSilence();
  if (first.kind === "silence") return null;
  const plain = makeStrokes(first.strokes.map((stroke) => ({ ...stroke, graces: 0 })));
  return makeSplit(
    Array.from({ length: parts }, (_, part) => (part === 0 ? makeStrokes(first.strokes) : makeStrokes(plain.strokes))),
  );
}

/** The limb that a drummer would expect next after this slot: the other hand after a hand, the right hand otherwise. */
export function nextLimb(slot: Slot | undefined): Limb {
  const limbs = slot ? strokesOf(slot).map((stroke) => stroke.limb) : [];
  const last = limbs.findLast((limb) => isHand(limb));
  return last ? otherHand(last) : (LIMBS[0] as Limb);
}
