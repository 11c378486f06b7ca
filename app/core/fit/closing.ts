/** Ways to close a phrase that doesn't fit its window. Each is computed completely, as the phrase it would give. */

import { appendCells, appendLine, isWritable, repeatLine, replaceLastCell, takeSlots } from "../line/rewrite";
import { formatSlots } from "../line/write";
import {
  countSlots,
  type Line,
  openingRate,
  type Phrase,
  playItems,
  type Window,
  withOpeningRate,
} from "../phrase/phrase";
import type { Player } from "../player/player";
import { tempoOfSameSpeed } from "../stroke/speed";
import type { Slot } from "../stroke/stroke";
import { measureCycle } from "../time/cycle";
import {
  type Bpm,
  barTicks,
  bpm,
  MAX_BPM,
  MIN_BPM,
  makeRate,
  type Rate,
  sameRate,
  slotTicks,
  ticks,
} from "../time/time";
import { layOut, type Timeline } from "../timeline/timeline";
import { measureFit } from "./fit";
import { findLanding, type Landing, rankLanding } from "./landing";

/** A cell that can serve as a tail. */
export interface NamedCell {
  readonly name: string;
  readonly cell: readonly Slot[];
}

export type ClosingWay =
  /** Adds cells at the end: from the book, or null for the phrase's own beginning again. */
  | { readonly kind: "tail"; readonly cells: readonly NamedCell[] | null; readonly text: string }
  /** Removes slots from the end or beginning of the last cell. */
  | { readonly kind: "cut"; readonly side: "end" | "beginning"; readonly slots: number }
  /** Removes whole cells, and slots from the end of the last remaining one. */
  | { readonly kind: "drop"; readonly cells: number; readonly slots: number }
  /** Moves the window's start and keeps its end. In slots of the first rate; may be fractional. */
  | { readonly kind: "shift"; readonly slots: number }
  /** Moves the window's end to the phrase's. In slots of the last rate; may be fractional. */
  | { readonly kind: "window"; readonly slots: number }
  /** Changes the rate so that it closes. `tempo` keeps the speed of the hands; null if it would leave the range. */
  | { readonly kind: "rate"; readonly rate: Rate; readonly tempo: Bpm | null }
  /** Runs across the bar line until it lines up again. */
  | { readonly kind: "round"; readonly repeats: number; readonly bars: number }
  /** Runs over the bar line for a number of bars, then closes with a tail. */
  | {
      readonly kind: "bars";
      readonly bars: number;
      readonly repeats: number;
      readonly tail: NamedCell | null;
      readonly text: string;
    };

export interface Closing {
  readonly way: ClosingWay;
  readonly line: Line;
  readonly window: Window;
  readonly tempo: Bpm;
  readonly landing: Landing | null;
}

/** Longer cycles help nobody. */
const MAX_BARS = 16;
const MAX_TAILS = 5;
/** A longer line isn't a fill, and closing it would slow down every edit. */
export const MAX_FIXED_SLOTS = 1_000;
const RATES: readonly Rate[] = [
  [3, 2],
  [2, 1],
  [3, 1],
  [4, 1],
  [5, 1],
  [6, 1],
  [7, 1],
  [8, 1],
  [9, 1],
  [10, 1],
  [12, 1],
].flatMap(([slots, quarters]) => makeRate(slots as number, quarters) ?? []);

/**
 * All ways to close the phrase, by kind; tails are ordered by how they land. `bars` is the length of the last kind.
 * Empty when it fits, has no slots, or is too long to be a fill.
 */
export function listClosings(phrase: Phrase, book: readonly NamedCell[], bars: number, player: Player): Closing[] {
  const timeline = layOut(phrase, player.kit);
  const close = makeClose(phrase, player);
  const fit = measureFit(timeline, openingRate(phrase.line));
  if (fit.verdict === "fits" || fit.verdict === "empty" || fit.usedSlots > MAX_FIXED_SLOTS) return [];
  const ways =
    fit.verdict === "short" ? [...tails(close, phrase, fit.spareSlots, book)] : cuts(close, phrase, timeline);
  return [
    ...ways,
    ...shifts(close, phrase, timeline),
    ...rates(close, phrase, timeline),
    ...rounds(close, phrase, fit.used, book, bars),
  ];
}

type Close = (way: ClosingWay, given: Partial<Pick<Closing, "line" | "window" | "tempo">>) => Closing[];

/** Turns a change of the phrase into a way. Whatever the change was meant to do, it isn't offered unless it closes. */
function makeClose(phrase: Phrase, player: Player): Close {
  return (way, given) => {
    const { line, window, tempo } = { line: phrase.line, window: phrase.window, tempo: phrase.tempo, ...given };
    if (countSlots(line) === 0 || !isWritable(line)) return [];
    const timeline = layOut({ ...phrase, line, window, tempo }, player.kit);
    if (measureFit(timeline, openingRate(line)).verdict !== "fits") return [];
    return [{ way, line, window, tempo, landing: findLanding(timeline, player) }];
  };
}

function byLanding(a: Closing, b: Closing): number {
  return rankLanding(b.landing) - rankLanding(a.landing);
}

/** If one sticking has several names, takes the first. */
function distinct(book: readonly NamedCell[]): NamedCell[] {
  const seen = new Set<string>();
  return book.filter(({ cell }) => {
    const text = formatSlots(cell);
    if (seen.has(text)) return false;
    seen.add(text);
    return true;
  });
}

/** Stickings with a given number of slots: one cell of the book, or two. */
function sequencesOf(slots: number, book: readonly NamedCell[]): NamedCell[][] {
  const cells = distinct(book);
  const single = cells.filter(({ cell }) => cell.length === slots).map((cell) => [cell]);
  if (single.length >= MAX_TAILS) return single;
  const pairs = cells.flatMap((first) =>
    cells.filter(({ cell }) => cell.length + first.cell.length === slots).map((second) => [first, second]),
  );
  return [...single, ...pairs.slice(0, 200)];
}

function tails(close: Close, phrase: Phrase, slots: number, book: readonly NamedCell[]): Closing[] {
  if (!Number.isInteger(slots)) return [];
  const found = sequencesOf(slots, book).flatMap((cells) => {
    const text = cells.map(({ cell }) => formatSlots(cell)).join(" ");
    return close(
      { kind: "tail", cells, text },
      {
        line: appendCells(
          phrase.line,
          cells.map(({ cell }) => cell),
        ),
      },
    );
  });
  const own = takeSlots(phrase.line, slots);
  const again = close({ kind: "tail", cells: null, text: textOf(own) }, { line: appendLine(phrase.line, own) });
  const single = found.filter(({ way }) => way.kind === "tail" && way.cells?.length === 1).sort(byLanding);
  const pairs = found.filter(({ way }) => way.kind === "tail" && way.cells?.length === 2).sort(byLanding);
  return [...[...single, ...pairs].slice(0, MAX_TAILS), ...again];
}

/** The cells of a line as text, without rates. */
function textOf(line: Line): string {
  return playItems(line)
    .flatMap((played) => (played.kind === "cell" ? [formatSlots(played.item.slots)] : []))
    .join(" ");
}

function cuts(close: Close, phrase: Phrase, timeline: Timeline): Closing[] {
  const end = phrase.window.start + phrase.window.length;
  const kept = timeline.slots.filter((slot) => slot.at + slot.duration <= end).length;
  const last = timeline.cells.at(-1);
  const over = timeline.slots.length - kept;
  if (!last || kept === 0) return [];
  if (over < last.size) {
    const slots = last.item.slots;
    return [
      ...close({ kind: "cut", side: "end", slots: over }, { line: takeSlots(phrase.line, kept) }),
      ...close(
        { kind: "cut", side: "beginning", slots: over },
        { line: replaceLastCell(phrase.line, slots.slice(over)) },
      ),
    ];
  }
  const cell = timeline.slots[kept]?.cell ?? 0;
  const begun = kept - (timeline.cells[cell]?.firstSlot ?? kept);
  const missing = begun === 0 ? 0 : (timeline.cells[cell]?.size ?? begun) - begun;
  const dropped = timeline.cells.length - cell - (begun === 0 ? 0 : 1);
  return close({ kind: "drop", cells: dropped, slots: missing }, { line: takeSlots(phrase.line, kept) });
}

function shifts(close: Close, phrase: Phrase, timeline: Timeline): Closing[] {
  const { window, line } = phrase;
  const used = timeline.end - window.start;
  const end = window.start + window.length;
  const first = slotTicks(timeline.cells[0]?.rate ?? openingRate(line));
  const last = slotTicks(timeline.cells.at(-1)?.rate ?? openingRate(line));
  const start = end - used;
  const shifted =
    start >= 0
      ? close(
          { kind: "shift", slots: (start - window.start) / first },
          { window: { start: ticks(start), length: ticks(used) } },
        )
      : [];
  const other = close(
    { kind: "window", slots: (used - window.length) / last },
    { window: { ...window, length: ticks(used) } },
  );
  return [...shifted, ...other];
}

function rates(close: Close, phrase: Phrase, timeline: Timeline): Closing[] {
  const own = timeline.cells[0]?.rate;
  if (!own || !timeline.cells.every((cell) => sameRate(cell.rate, own))) return [];
  return RATES.filter(
    (rate) => !sameRate(rate, own) && timeline.slots.length * slotTicks(rate) === phrase.window.length,
  ).flatMap((rate) => {
    const same = tempoOfSameSpeed(phrase.tempo, own, rate);
    const tempo = same >= MIN_BPM && same <= MAX_BPM ? bpm(same) : null;
    return close(
      { kind: "rate", rate, tempo },
      { line: withOpeningRate(phrase.line, rate), ...(tempo ? { tempo } : {}) },
    );
  });
}

function rounds(close: Close, phrase: Phrase, used: number, book: readonly NamedCell[], bars: number): Closing[] {
  const { meter, line, window } = phrase;
  const bar = barTicks(meter);
  const cycle = measureCycle(ticks(used), meter);
  const round =
    cycle.bars <= MAX_BARS && cycle.repeats > 1
      ? close(
          { kind: "round", ...cycle },
          { line: repeatLine(line, cycle.repeats), window: { start: window.start, length: ticks(cycle.bars * bar) } },
        )
      : [];
  const whole = Math.floor((bars * bar) / used);
  const rest = bars * bar - whole * used;
  const last = slotTicks(playItems(line).findLast((item) => item.kind === "cell")?.rate ?? openingRate(line));
  if (whole < 1 || rest === 0 || rest % last !== 0) return round;
  const repeated = repeatLine(line, whole);
  const length = { start: window.start, length: ticks(bars * bar) };
  const withTail = distinct(book)
    .filter(({ cell }) => cell.length === rest / last)
    .flatMap((tail) =>
      close(
        { kind: "bars", bars, repeats: whole, tail, text: formatSlots(tail.cell) },
        { line: appendCells(repeated, [tail.cell]), window: length },
      ),
    )
    .sort(byLanding);
  const own = takeSlots(line, rest / last);
  const cutShort = close(
    { kind: "bars", bars, repeats: whole, tail: null, text: textOf(own) },
    { line: appendLine(repeated, own), window: length },
  );
  return [...round, ...withTail.slice(0, 2), ...cutShort];
}
