/** How a rail is broken into rows, and its scale. */

import { barTicks, beatTicks, slotTicks, TICKS_PER_QUARTER, type Ticks, ticks } from "~/core/time";
import type { Timeline } from "~/core/timeline";
import type { Section } from "./section";

/** Free space at both ends of a row. In pixels, before scaling. */
export const EDGE = 26;
export const HEIGHT = 118;
/** Pixels per slot; rows are broken at beats until there is that much. */
const MIN_PITCH = 24;

/** One row of the rail: from tick to tick, in whole beats. */
export interface RailRow {
  readonly from: Ticks;
  readonly to: Ticks;
  readonly bar: number;
  readonly opensBar: boolean;
}

/** The scale of a rail. */
export interface RailSize {
  /** Scale factor. */
  readonly times: number;
  /** Minimum pixels per slot, before scaling; rows are broken at beats until there is that much. */
  readonly pitch: number;
}

export const USUAL: RailSize = { times: 1, pitch: MIN_PITCH };
const PITCHES = [MIN_PITCH, 30, 40, 48] as const;
const MAX_TIMES = 4;

/** The scale with the largest coins at which all rows are visible in a frame of this height. */
export function sizeRail(timeline: Timeline, section: Section, frame: { width: number; height: number }): RailSize {
  const shortest = shortestSlot(section);
  let best = { ...USUAL, coin: 0 };
  for (const pitch of PITCHES) {
    for (let times = 0.75; times <= MAX_TIMES; times += 0.125) {
      const room = frame.width / times - 2 * EDGE;
      const rows = breakRows(timeline, section, shortest, room, pitch);
      const longest = rows.reduce((most, { from, to }) => Math.max(most, to - from), 1);
      const coin = coinScale((room * shortest) / longest) * times;
      if (rows.length * HEIGHT * times <= frame.height && coin > best.coin) best = { times, pitch, coin };
    }
  }
  return best;
}

/** For coins this many pixels apart. */
export function coinScale(pitch: number): number {
  return Math.min(1.2, pitch / 40);
}

export function shortestSlot(section: Section): number {
  return section.slots.reduce<number>((least, slot) => Math.min(least, slot.duration), TICKS_PER_QUARTER);
}

/** Bars from the start of phrase or window to their end, each broken into the fewest equal rows with enough room. */
export function breakRows(
  timeline: Timeline,
  section: Section,
  shortest: number,
  room: number,
  leastPitch = MIN_PITCH,
): RailRow[] {
  const { meter, window } = timeline;
  const bar = barTicks(meter);
  const beat = beatTicks(meter);
  const first = section.slots[0]?.at ?? window.start;
  const lastSlot = section.slots.at(-1);
  const isLast = section.number === section.count - 1;
  const end = Math.max(
    lastSlot ? lastSlot.at + lastSlot.duration : first + 1,
    isLast ? window.start + window.length : 0,
  );
  const slotsPerBeat = beat / shortest;
  const beatsPerRow = largestPart(bar / beat, Math.max(1, Math.floor(room / (slotsPerBeat * leastPitch))));
  const rows: RailRow[] = [];
  for (let number = Math.floor(first / bar); number * bar < end; number++) {
    for (let from = number * bar; from < (number + 1) * bar; from += beatsPerRow * beat) {
      const to = Math.min(from + beatsPerRow * beat, (number + 1) * bar);
      rows.push({ from: ticks(from), to: ticks(to), bar: number, opensBar: from === number * bar });
    }
  }
  return rows;
}

/** Beats per row: the fewest equal rows with at most `most` beats each. */
function largestPart(beats: number, most: number): number {
  return Math.ceil(beats / Math.ceil(beats / Math.min(most, beats)));
}

/** Positions of empty slots between the ends of phrase and window, in this row. */
export function listGap(timeline: Timeline, row: RailRow): number[] {
  const rate = timeline.cells.at(-1)?.rate;
  const step = rate ? slotTicks(rate) : TICKS_PER_QUARTER / 4;
  const end = timeline.window.start + timeline.window.length;
  const free: number[] = [];
  for (let at: number = timeline.end; at < end && at < row.to; at += step) if (at >= row.from) free.push(at);
  return free;
}
