/** The rail for pages and files: coins in time over real bars, with beat posts and a bracket for each cell. */

import { type CountStyle, isOnBeat, speakSlot } from "~/core/pulse";
import type { Hand } from "~/core/stroke";
import { barTicks } from "~/core/time";
import type { Timeline } from "~/core/timeline";
import type { Ink } from "./ink";
import { inkBox, inkCoin, inkLine, type Picture } from "./picture";
import { placeWords } from "./type";

const COINS = 30;
const RAIL = 62;
const COUNT = 84;
const CELLS = 96;
const ROW = 128;
const EDGE = 26;
/** Maximum and minimum pixels between the two closest notes; coins shrink accordingly. */
const WIDEST = 50;
const NARROWEST = 19;
const WORDS = { size: 12.5, face: "display-400" } as const;
const ON_BEAT = { size: 12.5, face: "display-600" } as const;

/** Rows of whole bars, as many per row as `width` allows. */
export function drawRail(timeline: Timeline, strongHand: Hand, countStyle: CountStyle, width: number): Picture {
  const { meter, pulse, slots, cells, window } = timeline;
  const bar = barTicks(meter);
  const end = Math.max(timeline.end, window.start + window.length);
  const bars = Math.max(1, Math.ceil(end / bar));
  const shortest = slots.reduce<number>((least, { duration }) => Math.min(least, duration), bar);
  const room = width - 2 * EDGE;
  // As many bars as fit at the narrowest, then as wide as possible.
  const inRow = Math.max(1, Math.min(bars, Math.floor(room / ((bar / shortest) * NARROWEST))));
  const scaleX = Math.min(room / (inRow * bar), WIDEST / shortest);
  const coin = Math.min(1, (shortest * scaleX) / WIDEST + 0.04);
  const place = (at: number) => {
    const row = Math.min(Math.floor(at / (inRow * bar)), Math.ceil(bars / inRow) - 1);
    return { x: EDGE + (at - row * inRow * bar) * scaleX, y: row * ROW, row };
  };
  const ink: Ink[] = [];
  for (let row = 0; row * inRow < bars; row++) ink.push(...drawRow(row));
  for (const { at, duration, size } of cells) ink.push(...bracket(at, at + duration, size));
  for (const slot of slots) {
    const { x, y } = place(slot.at);
    const isBeat = isOnBeat(slot.at, pulse);
    ink.push(
      placeWords(speakSlot(countStyle, slot, meter), x, y + COUNT, isBeat ? ON_BEAT : WORDS, {
        kind: "count",
        ...(isBeat ? {} : { tone: "nickel" as const }),
      }),
      ...inkCoin(slot.voiced, { strongHand, loud: slot.loud }, x, y + COINS, coin),
    );
  }
  return { width, height: Math.ceil(bars / inRow) * ROW, ink };

  function drawRow(row: number): Ink[] {
    const [from, to] = [row * inRow * bar, Math.min((row + 1) * inRow, bars) * bar];
    const left = place(from).x;
    const [right, y] = [left + (to - from) * scaleX, row * ROW];
    const tray = [Math.max(from, window.start), Math.min(to, window.start + window.length)] as const;
    const drawn: Ink[] = [];
    if (tray[1] > tray[0]) {
      const box = { left: left + (tray[0] - from) * scaleX, right: left + (tray[1] - from) * scaleX };
      drawn.push(inkBox({ ...box, top: y + 3, bottom: y + RAIL }, 6, null, { kind: "rail", tone: "tray" }));
    }
    drawn.push(inkLine([left, y + RAIL], [right, y + RAIL], 2.5, { kind: "rail" }));
    for (const beat of pulse.beats) {
      for (let start = from; start < to; start += bar) {
        const x = left + (start + beat - from) * scaleX;
        drawn.push(inkLine([x, y + RAIL - (beat === 0 ? 16 : 9)], [x, y + RAIL + 5], 2, { kind: "rail" }));
      }
    }
    return [...drawn, inkLine([right, y + RAIL - 16], [right, y + RAIL + 5], 2, { kind: "rail" })];
  }

  /** Below the notes of a cell, one piece per row. */
  function bracket(from: number, to: number, size: number): Ink[] {
    const look = { kind: "bracket", tone: "copper" } as const;
    const pieces: Ink[] = [];
    for (let start = from; start < to; ) {
      const { x, y, row } = place(start);
      const until = Math.min(to, (row + 1) * inRow * bar);
      const [left, right, line] = [x - 8, x + (until - start) * scaleX - 12, y + CELLS + 8];
      pieces.push(inkLine([left, line], [Math.max(left + 8, right), line], 1.6, look));
      if (start === from) {
        pieces.push(inkLine([left, line], [left, line - 5], 1.6, look));
        pieces.push(placeWords(String(size), (left + right) / 2, line + 14, ON_BEAT, look));
      }
      if (until === to)
        pieces.push(inkLine([Math.max(left + 8, right), line], [Math.max(left + 8, right), line - 5], 1.6, look));
      if (until <= start) break;
      start = until;
    }
    return pieces;
  }
}
