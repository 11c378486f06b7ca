/** Everything above a line of music, from the notes up: signs, tuplets, one row of accents, cells, words. */

import type { Ink } from "~/ink/ink";
import { placeSign, placeWords, signBox, wordsWidth } from "~/ink/type";
import type { StaffBracket } from "../score";
import { type StaffHead, tupletsAt } from "../spell";
import type { DrawnBar, StaffLook } from "./drawn";
import { SIGN_SIZE } from "./notes";
import type { Skyline } from "./skyline";
import { writeTempo } from "./tempo";
import { bracketArms, reachOf, writeTuplets } from "./tuplets";

const OPEN = "E614";
const HALF_OPEN = "E7F7";
const CLOSES = "E633";
const ACCENT = "E4A0";
const ACCENT_SIZE = SIGN_SIZE * 0.75;
const HAT_SIZE = SIGN_SIZE * 0.8;
/** Pixels between a thing and what is below it. */
const GAP = 3.5;
const HOOK = 6;
/** Numbers and brackets have the notes' ink; cell brackets have their own. */
const CELL_LINE = 1.6;
const CELL_WORDS = { size: 12, face: "sans-600" } as const;
const LABEL_WORDS = { size: 12, face: "sans-600" } as const;

export function writeAbove(bars: readonly DrawnBar[], look: StaffLook, isFirst: boolean, skyline: Skyline): Ink[] {
  const ink: Ink[] = [];
  const put = (row: readonly Ink[]) => {
    ink.push(...row);
    skyline.add(...row);
  };
  for (const bar of bars) put(writeHats(bar, skyline));
  for (const { upper } of bars) ink.push(...writeTuplets(upper, skyline));
  put(writeAccents(bars, skyline));
  if (look.brackets) put(writeCells(bars, skyline));
  put(writeLabels(bars, skyline));
  if (isFirst && look.heading) put(writeTempo(look.heading, skyline.over() - GAP * 2));
  return ink;
}

/** The hi-hat's opening, above its note. */
function writeHats({ upper: { voice, xs, ids } }: DrawnBar, skyline: Skyline): Ink[] {
  return voice.written.notes.flatMap(({ heads }, index) => {
    const sign = heads.map(hatSign).find((one) => one !== null);
    const x = xs[index];
    if (!sign || x === undefined) return [];
    const { bottom, left, right } = signBox(sign, 0, 0, HAT_SIZE);
    const half = (right - left) / 2 + 2;
    // Stems are at the right of note heads, so the sign goes above both.
    const y = skyline.over(x - half, x + half + 4) - GAP - bottom;
    return [placeSign(sign, x, y, HAT_SIZE, { kind: "sign", note: ids[index] }, true)];
  });
}

function hatSign({ place, closes }: StaffHead): string | null {
  if (closes) return CLOSES;
  return place === "ho" ? OPEN : place === "hf" ? HALF_OPEN : null;
}

/** All accents of the line at one height, above everything that belongs to the notes. */
function writeAccents(bars: readonly DrawnBar[], skyline: Skyline): Ink[] {
  const accented = bars.flatMap(({ upper: { voice, xs, ids, boxes } }) =>
    voice.written.notes.flatMap(({ accent }, index) => {
      const x = xs[index];
      if (!accent || x === undefined) return [];
      const tuplets = tupletsAt(voice.written, index);
      return [{ x, note: ids[index], over: tuplets.map(({ from, to }) => reachOf(xs, boxes, from, to)) }];
    }),
  );
  const { bottom, left, right } = signBox(ACCENT, 0, 0, ACCENT_SIZE);
  const half = (right - left) / 2 + 1;
  // Also above the numbers of their tuplets.
  const highest = accented.map(({ x, over }) =>
    Math.min(skyline.over(x - half, x + half), ...over.map((reach) => skyline.over(reach?.left, reach?.right))),
  );
  const y = Math.min(...highest) - GAP - bottom;
  return accented.map(({ x, note }) => placeSign(ACCENT, x, y, ACCENT_SIZE, { kind: "accent", note }, true));
}

/** A bracket over each cell with its size, all at one height. */
function writeCells(bars: readonly DrawnBar[], skyline: Skyline): Ink[] {
  const y = skyline.over() - GAP - HOOK;
  return bars.flatMap(({ placed, upper }) => placed.bar.brackets.flatMap((bracket) => writeCell(bracket, upper.xs, y)));
}

function writeCell({ size, from, to, opens, closes }: StaffBracket, xs: readonly number[], y: number): Ink[] {
  const [first, last] = [xs[from], xs[to]];
  if (first === undefined || last === undefined) return [];
  const [left, right] = [first - nearer(xs, from, -1, 7), last + nearer(xs, to, 1, 7)];
  const middle = (left + right) / 2;
  const number = placeWords(String(size), middle, y + 4, CELL_WORDS, { kind: "bracket", tone: "copper" });
  // The line has a gap for its number; a short one has room for the number only.
  const gap = { left: number.box.left - 3, right: number.box.right + 3 };
  const hooks = { left: opens ? y + HOOK : y, right: closes ? y + HOOK : y };
  const placed = { kind: "bracket", tone: "copper" } as const;
  const arms = bracketArms({ left, right }, gap, y, hooks, CELL_LINE, placed);
  return [...arms, number];
}

/** Up to `most` beside a note, but less than half-way to the next one. */
export function nearer(xs: readonly number[], index: number, side: -1 | 1, most: number): number {
  const [own, next] = [xs[index], xs[index + side]];
  return own === undefined || next === undefined ? most : Math.min(most, Math.abs(next - own) / 2 - 1.5);
}

/** Section names, and repeat counts. */
function writeLabels(bars: readonly DrawnBar[], skyline: Skyline): Ink[] {
  const y = skyline.over() - GAP * 2;
  return bars.flatMap(({ placed: { bar }, upper: { xs }, start, right }) => {
    const labels: Ink[] = [];
    const placed = { kind: "label", tone: "verdigris" } as const;
    const from = bar.label ? (xs[bar.label.note] ?? start + 8) - 8 : start;
    if (bar.label) labels.push(placeWords(bar.label.text, from, y, LABEL_WORDS, placed, false));
    if (bar.times !== null) {
      const text = `${bar.times}×`;
      const taken = bar.label ? from + wordsWidth(bar.label.text, LABEL_WORDS.size, LABEL_WORDS.face) + 8 : start;
      const x = Math.max(taken, right - wordsWidth(text, LABEL_WORDS.size, LABEL_WORDS.face) - 4);
      labels.push(placeWords(text, x, y, LABEL_WORDS, placed, false));
    }
    return labels;
  });
}
