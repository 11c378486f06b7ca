/**
 * Direct edits: changes of a line at the cell or slot the player points at. Repeats are expanded only as far as needed;
 * all other text stays. All pure, from Line to Line.
 */

import { type CellItem, type Line, type LineItem, makeCell, makeRun, playItems, type RunItem } from "../phrase/phrase";
import { makeSilence, type Slot } from "../stroke/stroke";

function countCells(line: Line): number {
  return line.reduce((sum, item) => {
    if (item.kind === "cell") return sum + item.count;
    return item.kind === "run" ? sum + item.count * countCells(item.items) : sum;
  }, 0);
}

function repeated(cell: CellItem, count: number): LineItem[] {
  return count > 0 ? [{ ...cell, count }] : [];
}

/** Merges neighbouring playings of one cell into one item. */
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
 * Replaces the played cells from `from` to below `to` (from 0) with the items that `replace` returns. Runs completely
 * inside are replaced as runs, unless `separately`; runs at the edges are expanded.
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
  // Complete rounds before, inside and after stay repeats; a round cut by an edge is written out.
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

/** Replaces one played cell. */
function replaceCell(line: Line, index: number, replace: Replace): Line {
  return replaceCells(line, index, index + 1, replace);
}

function cellOf(slots: readonly Slot[]): Line {
  return slots.length > 0 ? [makeCell(slots)] : [];
}

/** Changes the cell's slots; removes a cell left without any. */
export function editCell(line: Line, cell: number, change: (slots: readonly Slot[]) => readonly Slot[]): Line {
  return replaceCell(line, cell, (item) => cellOf(change(item.slots)));
}

/** Changes several consecutive played cells; repeats stay repeats where possible. */
export function editCells(
  line: Line,
  from: number,
  to: number,
  change: (slots: readonly Slot[]) => readonly Slot[],
): Line {
  // Equal slots give equal results, so that repeats are recognized.
  const known = new Map<readonly Slot[], Line>();
  return replaceCells(line, from, to, ({ slots }) => {
    const found = known.get(slots) ?? cellOf(change(slots));
    known.set(slots, found);
    return found;
  });
}

/** Inserts cells after a played cell, or before all cells for -1. */
export function insertCells(line: Line, after: number, cells: readonly (readonly Slot[])[]): Line {
  const items = cells.flatMap(cellOf);
  if (countCells(line) === 0) return [...line, ...items];
  return after < 0
    ? replaceCell(line, 0, (item) => [...items, item])
    : replaceCell(line, Math.min(after, countCells(line) - 1), (item) => [item, ...items]);
}

/**
 * Changes several consecutive played cells as one sticking. If the size stays, the old divisions stay; otherwise it
 * becomes one cell. The rate is the first one's.
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

/** Changes one slot of a cell. */
export function editSlot(line: Line, cell: number, position: number, change: (slot: Slot) => Slot): Line {
  return editCell(line, cell, (slots) => slots.with(position, change(slots[position] ?? makeSilence())));
}

export function insertSlot(line: Line, cell: number, position: number, slot: Slot): Line {
  return editCell(line, cell, (slots) => slots.toSpliced(position, 0, slot));
}

export function removeSlot(line: Line, cell: number, position: number): Line {
  return editCell(line, cell, (slots) => slots.toSpliced(position, 1));
}

/** Splits a cell in two, the second starting at `place`. */
export function splitCell(line: Line, cell: number, position: number): Line {
  return replaceCell(line, cell, ({ slots }) => [
    ...cellOf(slots.slice(0, position)),
    ...cellOf(slots.slice(position)),
  ]);
}

/** The slots of one played cell; null if there aren't that many. */
function slotsOfCell(line: Line, cell: number): readonly Slot[] | null {
  let found: readonly Slot[] | null = null;
  replaceCell(line, cell, (item) => {
    found = item.slots;
    return [item];
  });
  return found;
}

/** Joins a cell with the next one, at the first one's rate. Returns the line itself if there is no next cell. */
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

/** Repeats the cell once after itself. */
export function duplicateCell(line: Line, cell: number): Line {
  return replaceCell(line, cell, (item) => [item, item]);
}

/** Moves one played cell to index `to`; it takes the rate there. */
export function moveCell(line: Line, from: number, to: number): Line {
  const slots = slotsOfCell(line, from);
  const cells = countCells(line);
  if (!slots || from === to || to < 0 || to >= cells) return line;
  const moved = makeCell(slots);
  // Inserts before removing, so that the index refers to the line as the player sees it.
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
