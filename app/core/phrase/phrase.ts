/** The phrase: a line of cells over a window of bars at a tempo. */

import type { Orchestration } from "../orchestration/layers";
import type { Pulse } from "../pulse/pulse";
import { mirrorSlot, partsOf, type Slot } from "../stroke/stroke";
import { type Bpm, DEFAULT_RATE, type Meter, type Rate, type Ticks } from "../time/time";

/** Consecutive slots that belong together, played `count` times. */
export interface CellItem {
  readonly kind: "cell";
  readonly slots: readonly Slot[];
  readonly count: number;
}
/** How loudness changes over a run, from first to last stroke. */
export type Swell = "crescendo" | "diminuendo";

/**
 * Several items repeated together. `count` is at least 2, since a run played once is just its items; or 1 for a swell.
 * Each repeat swells again. Swells don't nest.
 */
export interface RunItem {
  readonly kind: "run";
  readonly items: Line;
  readonly count: number;
  readonly swell?: Swell;
}
/** From here on, slots have this rate. */
export interface RateItem {
  readonly kind: "rate";
  readonly rate: Rate;
}
/** The player expects a bar line here. */
export interface BarItem {
  readonly kind: "bar";
}
export type LineItem = CellItem | RunItem | RateItem | BarItem;
export type Line = readonly LineItem[];

/** The stretch of bars to fill; ticks from the first bar line. */
export interface Window {
  readonly start: Ticks;
  readonly length: Ticks;
}

export interface Phrase {
  readonly meter: Meter;
  readonly tempo: Bpm;
  readonly window: Window;
  /** In normal form: starts with a rate, no run has count 1, no cell or run is empty. */
  readonly line: Line;
  /** Surfaces for strokes that the line leaves open; home surfaces without it. */
  readonly voicing?: Orchestration;
  /** Its beats and backbeats; the meter's without it. */
  readonly pulse?: Pulse;
}

/** Maximum number of slots a line may play, including repeats. */
export const MAX_SLOTS = 10_000;
/** Maximum nesting depth of brackets. */
export const MAX_DEPTH = 8;

export function makeCell(slots: readonly Slot[], count = 1): CellItem {
  return { kind: "cell", slots, count };
}

/**
 * Items repeated `count` times, in normal form: nothing for no items, the items themselves for once. A swell needs at
 * least two moments.
 */
export function makeRun(items: Line, count: number, swell?: Swell): Line {
  if (items.length === 0) return [];
  if (swell && countMoments(items, 2) >= 2) return [{ kind: "run", items, count, swell }];
  return count === 1 ? items : [{ kind: "run", items, count }];
}

/** Number of sounding moments, including repeats, counted up to `enough`. */
export function countMoments(line: Line, enough: number): number {
  let total = 0;
  for (const item of line) {
    if (total >= enough) break;
    if (item.kind === "cell") total += item.count * item.slots.reduce((sum, slot) => sum + soundingParts(slot), 0);
    else if (item.kind === "run") total += item.count * countMoments(item.items, enough);
  }
  return total;
}

function soundingParts(slot: Slot): number {
  return partsOf(slot).filter(({ kind }) => kind === "strokes").length;
}

/** Puts a line into normal form by adding the opening rate. */
export function makeLine(items: Line): Line {
  return items[0]?.kind === "rate" ? items : [{ kind: "rate", rate: DEFAULT_RATE }, ...items];
}

export function openingRate(line: Line): Rate {
  return line[0]?.kind === "rate" ? line[0].rate : DEFAULT_RATE;
}

/** The line with another opening rate; later rate changes stay. */
export function withOpeningRate(line: Line, rate: Rate): Line {
  return [{ kind: "rate", rate }, ...(line[0]?.kind === "rate" ? line.slice(1) : line)];
}

/** Number of slots a line plays, including repeats. */
export function countSlots(line: Line): number {
  let total = 0;
  for (const item of line) {
    if (item.kind === "cell") total += item.slots.length * item.count;
    else if (item.kind === "run") total += countSlots(item.items) * item.count;
  }
  return total;
}

/** A played cell: its item and the rate in force. */
export interface PlayedCell {
  readonly kind: "cell";
  readonly item: CellItem;
  readonly rate: Rate;
  /** The playing of the swell it belongs to: one object shared by all its cells. */
  readonly swell?: PlayedSwell;
}
export interface PlayedSwell {
  readonly swell: Swell;
}
/** Swells may contain bar lines, too. */
export type PlayedBar = BarItem & { readonly swell?: PlayedSwell };
export type PlayedItem = PlayedCell | PlayedBar;

/** The line as played: repeats written out, each cell with its rate. */
export function playItems(line: Line): PlayedItem[] {
  const played: PlayedItem[] = [];
  let rate = DEFAULT_RATE;
  const walk = (items: Line, within: { readonly swell?: PlayedSwell }) => {
    for (const item of items) {
      if (item.kind === "rate") rate = item.rate;
      else if (item.kind === "bar") played.push(within.swell ? { ...item, ...within } : item);
      else if (item.kind === "run") {
        for (let time = 0; time < item.count; time++) {
          walk(item.items, item.swell ? { swell: { swell: item.swell } } : within);
        }
      } else for (let time = 0; time < item.count; time++) played.push({ kind: "cell", item, rate, ...within });
    }
  };
  walk(line, {});
  return played;
}

/** Changes every slot of a line and keeps the structure. */
export function mapSlots(line: Line, change: (slot: Slot) => Slot): Line {
  return line.flatMap((item): Line => {
    if (item.kind === "cell") return [{ ...item, slots: item.slots.map(change) }];
    if (item.kind === "run") return makeRun(mapSlots(item.items, change), item.count, item.swell);
    return [item];
  });
}

/** The line with hands swapped; feet and surfaces stay. */
export function mirrorLine(line: Line): Line {
  return mapSlots(line, mirrorSlot);
}
