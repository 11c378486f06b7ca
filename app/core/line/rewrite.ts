/** Edits of a whole line that keep what it plays: repeating it, its first slots, other rates for some cells. */

import {
  type CellItem,
  countSlots,
  type Line,
  type LineItem,
  MAX_SLOTS,
  makeCell,
  makeLine,
  makeRun,
  openingRate,
  type PlayedCell,
  type PlayedItem,
  type PlayedSwell,
  playItems,
  type Swell,
} from "../phrase/phrase";
import { type KitVoice, type Limb, mapEachStroke, type Slot, withPlace } from "../stroke/stroke";
import { DEFAULT_RATE, type Rate, sameRate } from "../time/time";
import { readStickLine } from "./read";
import { formatLine, formatSlots } from "./write";

/** Whether a line is valid: within limits, with shared slots exact at their rates. */
export function isWritable(line: Line): boolean {
  return countSlots(line) <= MAX_SLOTS && readStickLine(formatLine(line)).line !== null;
}

/** An item, and the swell it belongs to. */
type PlacedItem = readonly [item: LineItem, swell: PlayedSwell | undefined];

/** A rate before an item goes outside the brackets that start there. */
function rateBefore(items: readonly PlacedItem[], rate: Rate, swell: PlayedSwell | undefined): PlacedItem {
  return [{ kind: "rate", rate }, items.at(-1)?.[1] === swell ? swell : undefined];
}

/** Regroups items: items of one playing form one run. */
function gatherSwells(items: readonly PlacedItem[]): Line {
  const line: LineItem[] = [];
  let run: LineItem[] = [];
  let within: PlayedSwell | undefined;
  const add = (to: LineItem[], item: LineItem) => {
    const before = to.at(-1);
    if (item.kind === "cell" && before?.kind === "cell" && before.slots === item.slots) {
      to[to.length - 1] = { ...before, count: before.count + item.count };
    } else to.push(item);
  };
  const close = () => {
    line.push(...makeRun(run, 1, within?.swell));
    run = [];
  };
  for (const [item, swell] of items) {
    if (swell !== within) close();
    within = swell;
    add(swell ? run : line, item);
  }
  close();
  return line;
}

/** Writes a played line down again: rates where they change, equal cells gathered. */
function writeOut(items: readonly PlayedItem[], first: Rate): Line {
  const written: PlacedItem[] = [[{ kind: "rate", rate: first }, undefined]];
  let rate = first;
  for (const item of items) {
    if (item.kind === "bar") {
      written.push([{ kind: "bar" }, item.swell]);
      continue;
    }
    if (!sameRate(item.rate, rate)) {
      rate = item.rate;
      written.push(rateBefore(written, rate, item.swell));
    }
    written.push([makeCell(item.item.slots), item.swell]);
  }
  return gatherSwells(written);
}

/**
 * Edits every played slot by its index, from 0, repeats included. Equal results are written once again; if nothing
 * changes, the line is returned as it is.
 */
export function mapPlayedSlots(line: Line, change: (slot: Slot, index: number) => Slot): Line {
  let index = 0;
  let isSame = true;
  const known = new Map<string, readonly Slot[]>();
  const items = playItems(line).map((item): PlayedItem => {
    if (item.kind === "bar") return item;
    let isOwn = true;
    const slots = item.item.slots.map((slot) => {
      const next = change(slot, index++);
      if (next !== slot) isOwn = false;
      return next;
    });
    if (!isOwn) isSame = false;
    const kept = isOwn ? item.item.slots : slots;
    const text = formatSlots(kept);
    const shared = known.get(text) ?? kept;
    known.set(text, shared);
    return { ...item, item: makeCell(shared) };
  });
  return isSame ? line : writeOut(items, openingRate(line));
}

/** A stroke: the index of the played slot, the part of the slot, the limb. */
export interface StrokeKey {
  readonly slot: number;
  readonly part: number;
  readonly limb: Limb;
}

/** The line with surfaces set for some of its strokes; null leaves them to the voicing. */
export function placeStrokes(line: Line, places: Iterable<readonly [stroke: StrokeKey, place: KitVoice | null]>): Line {
  const wanted = new Map<string, KitVoice | null>();
  for (const [{ slot, part, limb }, place] of places) wanted.set(`${slot} ${part} ${limb}`, place);
  return mapPlayedSlots(line, (slot, index) =>
    mapEachStroke(slot, (stroke, part) => {
      const place = wanted.get(`${index} ${part} ${stroke.limb}`);
      if (place === undefined || (place ?? undefined) === stroke.place) return stroke;
      return withPlace(stroke, place);
    }),
  );
}

/** The rate in force at the end of a line. */
function closingRate(line: Line, before: Rate = DEFAULT_RATE): Rate {
  return line.reduce<Rate>((rate, item) => {
    if (item.kind === "rate") return item.rate;
    return item.kind === "run" ? closingRate(item.items, rate) : rate;
  }, before);
}

/** The line `times` over. Written bar lines don't fit the repeats, so they are removed. */
export function repeatLine(line: Line, times: number): Line {
  if (times <= 1) return line;
  const first = openingRate(line);
  const body = withoutBars(line[0]?.kind === "rate" ? line.slice(1) : line);
  const last = closingRate(line);
  const items: Line = sameRate(first, last) ? body : [...body, { kind: "rate", rate: first }];
  const only = items.length === 1 ? items[0] : undefined;
  if (only?.kind === "cell")
    return [
      { kind: "rate", rate: first },
      { ...only, count: only.count * times },
    ];
  return makeLine([{ kind: "rate", rate: first }, ...makeRun(items, times)]);
}

function withoutBars(line: Line): LineItem[] {
  return line.flatMap((item): LineItem[] => {
    if (item.kind === "bar") return [];
    return item.kind === "run" ? [...makeRun(withoutBars(item.items), item.count, item.swell)] : [item];
  });
}

/** The line's first `slots` slots; the last cell is cut if necessary. */
export function takeSlots(line: Line, slots: number): Line {
  const kept: PlayedItem[] = [];
  let left = slots;
  for (const item of playItems(line)) {
    if (left <= 0) break;
    if (item.kind === "bar") kept.push(item);
    else {
      const size = item.item.slots.length;
      kept.push(size <= left ? item : { ...item, item: cut(item.item, left) });
      left -= size;
    }
  }
  return writeOut(kept, openingRate(line));
}

function cut(item: CellItem, slots: number): CellItem {
  return makeCell(item.slots.slice(0, slots));
}

/** The line with cells appended at the rate in force there. */
export function appendCells(line: Line, cells: readonly (readonly Slot[])[]): Line {
  return [...line, ...cells.filter((cell) => cell.length > 0).map((cell) => makeCell(cell))];
}

/** The line, followed by another one with its own rates. */
export function appendLine(line: Line, next: Line): Line {
  const items = sameRate(closingRate(line), openingRate(next)) ? next.slice(1) : next;
  return makeLine([...line, ...items]);
}

/** Changes the slots of the last played cell; without slots, the cell is removed. */
export function replaceLastCell(line: Line, slots: readonly Slot[]): Line {
  const played = playItems(line);
  const last = played.findLastIndex((item) => item.kind === "cell");
  const item = played[last];
  if (item?.kind !== "cell") return line;
  const next = slots.length > 0 ? [{ ...item, item: makeCell(slots) }] : [];
  return writeOut(played.toSpliced(last, 1, ...next), openingRate(line));
}

/**
 * Changes the played cells from `from` to below `to` (from 0); later cells keep their rate. Runs that the change
 * touches are written out, others stay.
 */
function changePlayed(line: Line, from: number, to: number, change: (cell: PlayedCell) => PlayedCell): Line {
  const result: PlacedItem[] = [];
  let before = DEFAULT_RATE;
  // The rate reached in the result, and the rate the line had.
  let written: Rate | null = null;
  let cell = 0;
  const write = (own: Rate, item: LineItem, swell?: PlayedSwell) => {
    if (!written || !sameRate(written, own)) {
      written = own;
      result.push(rateBefore(result, own, swell));
    }
    result.push([item, swell]);
  };
  for (const item of line) {
    if (item.kind === "rate") {
      before = item.rate;
      continue;
    }
    if (item.kind === "bar") {
      result.push([item, undefined]);
      continue;
    }
    const played = playItems([{ kind: "rate", rate: before }, item]);
    const size = played.filter(({ kind }) => kind === "cell").length;
    if (cell + size <= from || cell >= to) {
      write(before, item);
      if (item.kind === "run") written = closingRate(item.items, before);
      cell += size;
    } else {
      for (const one of played) {
        if (one.kind === "bar") result.push([{ kind: "bar" }, one.swell]);
        else {
          const next = cell >= from && cell < to ? change(one) : one;
          write(next.rate, makeCell(next.item.slots), next.swell);
          cell++;
        }
      }
    }
    before = closingRate([item], before);
  }
  const changed = gatherSwells(result);
  return makeLine(changed.length > 0 ? changed : line);
}

/** Changes the rate of played cells. */
export function rateCells(line: Line, from: number, to: number, rate: Rate): Line {
  return changePlayed(line, from, to, (cell) => ({ ...cell, rate }));
}

/** Lets played cells grow louder or softer; null removes that. */
export function swellCells(line: Line, from: number, to: number, swell: Swell | null): Line {
  const playing = swell ? { swell } : undefined;
  return changePlayed(line, from, to, ({ swell: _, ...cell }) => (playing ? { ...cell, swell: playing } : cell));
}
