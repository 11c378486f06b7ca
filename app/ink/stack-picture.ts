/**
 * The stack for pages and files: each cell a row of coins, piled from the bottom up, with a thread through the beats.
 */

import { isOnBeat } from "~/core/pulse";
import { type Hand, strokesOf } from "~/core/stroke";
import { locate } from "~/core/time";
import type { Timeline } from "~/core/timeline";
import type { Ink } from "./ink";
import { inkBox, inkCoin, inkLine, type Picture } from "./picture";
import { placeWords } from "./type";

const PITCH = 50;
const ROW = 54;
/** Surface names below the coins. */
const LABELLED_ROW = 64;
const TRAY = 46;
/** Room for the number of notes at the left of a row. */
const EDGE = 40;
const BETWEEN = 30;
/** Room above the top row. */
const TOP = 14;
const NUMBER = { size: 21, face: "display-600" } as const;
const BEAT = { size: 12, face: "display-600" } as const;

/** Piles of at most `rows` cells, side by side. Empty for a line without notes. */
export function drawStack(timeline: Timeline, strongHand: Hand, rows = 8): Picture {
  const { cells, slots, meter, pulse } = timeline;
  const namesSurfaces = slots.some(({ voiced }) => strokesOf(voiced).some(({ place }) => place !== undefined));
  const high = namesSurfaces ? LABELLED_ROW : ROW;
  const widths: number[] = [];
  for (let first = 0; first < cells.length; first += rows) {
    widths.push(Math.max(...cells.slice(first, first + rows).map(({ size }) => size)) * PITCH + EDGE);
  }
  const lefts = widths.map((_, pile) => widths.slice(0, pile).reduce((sum, width) => sum + width + BETWEEN, 0));
  const height = TOP + Math.min(rows, cells.length) * high;
  const x = (cell: number, place: number) => (lefts[Math.floor(cell / rows)] ?? 0) + EDGE + (place + 0.5) * PITCH;
  const y = (cell: number) => height - ((cell % rows) + 0.5) * high;
  const trays: Ink[] = cells.flatMap(({ index, size }) => {
    const left = x(index, -0.5);
    const box = { left, right: left + size * PITCH, top: y(index) - TRAY / 2, bottom: y(index) + TRAY / 2 };
    const number = placeWords(String(size), left - EDGE / 2, y(index) + 7, NUMBER, { kind: "bracket", tone: "copper" });
    return [inkBox(box, TRAY / 2, null, { kind: "rail", tone: "tray" }), number];
  });
  const beats = slots.filter((slot) => isOnBeat(slot.at, pulse));
  const threads = beats.slice(1).flatMap((slot, index): Ink[] => {
    const from = beats[index];
    if (!from || Math.floor(from.cell / rows) !== Math.floor(slot.cell / rows)) return [];
    const ends = [
      [x(from.cell, from.inCell), y(from.cell)] as const,
      [x(slot.cell, slot.inCell), y(slot.cell)] as const,
    ];
    const look = { kind: "thread", tone: "verdigris", dash: [0.1, 6], isRound: true } as const;
    return [inkLine(ends[0] as [number, number], ends[1] as [number, number], 2.6, look)];
  });
  const coins = slots.flatMap((slot) =>
    inkCoin(slot.voiced, { strongHand, loud: slot.loud }, x(slot.cell, slot.inCell), y(slot.cell), 1),
  );
  const badges = beats.flatMap((slot): Ink[] => {
    const { beat } = locate(slot.at, meter);
    const [left, top] = [x(slot.cell, slot.inCell) + 12, y(slot.cell) - TRAY / 2 - 5];
    const tone = beat === 0 ? {} : { tone: "verdigris" as const };
    return [
      inkBox({ left, top, right: left + 18, bottom: top + 15 }, 7.5, null, { kind: "thread", ...tone }),
      placeWords(String(beat + 1), left + 9, top + 11.4, BEAT, { kind: "thread", tone: "paper" }),
    ];
  });
  const width = widths.reduce((sum, one) => sum + one, 0) + Math.max(0, widths.length - 1) * BETWEEN;
  return { width, height, ink: [...trays, ...threads, ...coins, ...badges] };
}
