/**
 * Direct edits: changes of a line at the cell or slot that a player points at. Repeats open only as far as the edit
 * needs; everything else keeps its text. All are pure, Line to Line.
 */

import { type CellItem, type Line, type LineItem, makeCell, makeRun, playItems, type RunItem } from "../phrase/phrase";
import {
  allowsTechnique,
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
  type Place,
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

type Replace = (cell: CellItem) => Line;

/**
 * Replaces the playings of cells from `from` to before `to` (from 0) by the items that `replace` gives for each.
 * Runs that lie wholly inside are replaced at once and stay runs, unless `separately`; those at the edges open.
 */
function replaceCells(line: Line, from: number, to: number, replace: Replace, separately = false): Line {
  const result: LineItem[] = [];
  let at = 0;
  for (const item of line) {
    const size = countCells([item]);
    const [first, last] = [Math.max(0, from - at), Math.min(size, to - at)];
    at += size;
    if (first >= last) result.push(item);
    else if (item.kind === "cell") {
      const once = { ...item, count: 1 };
      result.push(...repeated(item, first));
      for (let time = first; time < last; time++) result.push(...replace(once));
      result.push(...repeated(item, size - last));
    } else if (item.kind === "run") result.push(...replaceInRun(item, first, last, replace, separately));
  }
  return gather(result);
}

function replaceInRun(run: RunItem, from: number, to: number, replace: Replace, separately: boolean): Line {
  const each = countCells(run.items);
  const result: LineItem[] = [];
  // Whole rounds before, inside and after stay repeats; a round that is cut by an edge is written out.
  for (let round = 0; round < run.count; ) {
    const start = round * each;
    const isCut = (edge: number) => edge > start && edge < start + each;
    const inside = start >= from && start + each <= to;
    const until = inside ? Math.floor(to / each) : start >= to ? run.count : Math.floor(from / each);
    if (isCut(from) || isCut(to) || (inside && separately)) {
      result.push(...makeRun(replaceCells(run.items, from - start, to - start, replace, separately), 1, run.swell));
      round++;
    } else {
      const items = inside ? replaceCells(run.items, 0, each, replace) : run.items;
      result.push(...makeRun(items, until - round, run.swell));
      round = until;
    }
  }
  return result;
}

/** Replaces one playing of a cell. */
function replaceCell(line: Line, index: number, replace: Replace): Line {
  return replaceCells(line, index, index + 1, replace);
}

function cellOf(slots: readonly Slot[]): Line {
  return slots.length > 0 ? [makeCell(slots)] : [];
}

/** The cell's slots, changed; a cell left without slots goes. */
export function editCell(line: Line, cell: number, change: (slots: readonly Slot[]) => readonly Slot[]): Line {
  return replaceCell(line, cell, (item) => cellOf(change(item.slots)));
}

/** Each of several playings of cells in a row, changed; what was a repeat stays one where it can. */
export function editCells(
  line: Line,
  from: number,
  to: number,
  change: (slots: readonly Slot[]) => readonly Slot[],
): Line {
  // The same slots give the same result, so that repeats are found again.
  const known = new Map<readonly Slot[], Line>();
  return replaceCells(line, from, to, ({ slots }) => {
    const found = known.get(slots) ?? cellOf(change(slots));
    known.set(slots, found);
    return found;
  });
}

/** Puts cells after a playing of a cell, or at the beginning of the line's cells for -1. */
export function insertCells(line: Line, after: number, cells: readonly (readonly Slot[])[]): Line {
  const items = cells.flatMap(cellOf);
  if (countCells(line) === 0) return [...line, ...items];
  return after < 0
    ? replaceCell(line, 0, (item) => [...items, item])
    : replaceCell(line, Math.min(after, countCells(line) - 1), (item) => [item, ...items]);
}

/**
 * Several playings of cells in a row changed as one sticking. What keeps its size is cut where it was cut before, else
 * it becomes one cell. They go at the rate of the first.
 */
export function editCellsAsOne(
  line: Line,
  from: number,
  to: number,
  change: (slots: readonly Slot[]) => readonly Slot[],
): Line {
  const cells = playItems(line)
    .flatMap((played) => (played.kind === "cell" ? [played.item.slots] : []))
    .slice(from, to);
  const whole = cells.flat();
  const changed = change(whole);
  const isSameSize = changed.length === whole.length;
  let index = 0;
  let at = 0;
  const next = (): Line => {
    if (!isSameSize) return index++ === 0 ? cellOf(changed) : [];
    const start = at;
    at += cells[index++]?.length ?? 0;
    return cellOf(changed.slice(start, at));
  };
  return replaceCells(line, from, to, next, true);
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
  return mapPartStrokes(slot, (strokes) => strokes.map((stroke) => withLevel(stroke, level)));
}

/**
 * A technique on every hand of the slot that can play it there, or on none when all have it. A choke of a stroke without a
 * place goes to `crash`.
 */
export function toggleTechnique(slot: Slot, technique: Technique, crash: Place = "c1"): Slot {
  const placed = (stroke: Stroke): Stroke =>
    technique === "choke" && !allowsTechnique(technique, stroke.limb, stroke.place) ? withPlace(stroke, crash) : stroke;
  const canHave = (stroke: Stroke) => allowsTechnique(technique, stroke.limb, placed(stroke).place);
  const able = strokesOf(slot).filter(canHave);
  const on = able.some((stroke) => stroke.technique !== technique);
  return mapPartStrokes(slot, (strokes) =>
    strokes.map((stroke) => {
      if (!canHave(stroke)) return stroke;
      if (!on) return { ...stroke, technique: "plain" };
      return makeStroke(stroke.limb, { ...placed(withLevel(stroke, stroke.level)), technique });
    }),
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
