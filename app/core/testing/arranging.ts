/** Arrangements of lines in grooves, and their contents, for tests. */

import { arrange } from "../groove/arrange";
import type { Feel } from "../groove/feel";
import type { Setting } from "../groove/setting";
import type { Arrangement } from "../groove/sounding";
import { bpm, type Meter, ticks } from "../time/time";
import { layOut } from "../timeline/timeline";
import { lineOf } from "./lines";
import { EIGHTHS, LEFT_CRASH, USUAL } from "./settings";

export const FOUR_FOUR: Meter = { beats: 4, unit: 4 };
export const BAR = 40_320;
export const QUARTER = 10_080;

export const SHUFFLE: Feel = { swing: { unit: 2, share: 2 / 3 }, push: {} };

export function timelineOf(text: string, window: readonly [number, number] = [0, BAR], meter = FOUR_FOUR, tempo = 100) {
  const [start, length] = window;
  return layOut({
    meter,
    tempo: bpm(tempo),
    window: { start: ticks(start), length: ticks(length) },
    line: lineOf(text),
  });
}

export function arrangementOf(
  text: string,
  setting: Partial<Setting> = {},
  window?: readonly [number, number],
  groove = EIGHTHS,
): Arrangement {
  return arrange(timelineOf(text, window), groove, { ...USUAL, ...setting }, LEFT_CRASH);
}

export function notesOf(arrangement: Arrangement, role: string) {
  return arrangement.notes.filter((note) => note.role === role);
}
export const positions = (arrangement: Arrangement, role: string) => [
  ...new Set(notesOf(arrangement, role).map(({ at }) => at / QUARTER)),
];
