/** Tuplet numbers, with brackets where no beam shows their extent. */

import type { Box, Ink, PathInk } from "~/ink/ink";
import { placeSign, signBox } from "~/ink/type";
import type { DrawnVoice } from "./drawn";
import { SIGN_SIZE } from "./notes";
import type { Skyline } from "./skyline";

/** The code point of a tuplet's 0; the other digits follow. */
const DIGITS = 0xe880;
const SIZE = SIGN_SIZE * 0.62;
const GAP = 3.5;
const HOOK = 6;
const LINE = 1.2;

/** The tuplet numbers of a voice, on the stem side. Reads and updates `skyline`. */
export function writeTuplets({ voice, xs, boxes }: DrawnVoice, skyline: Skyline): Ink[] {
  // Inner tuplets first: outer ones go above them.
  const inOrder = voice.written.tuplets.toSorted((a, b) => a.to - a.from - (b.to - b.from));
  return inOrder.flatMap((tuplet) => {
    const reach = reachOf(xs, boxes, tuplet.from, tuplet.to);
    const isBeamed = voice.beams.some(({ from, to }) => from === tuplet.from && to === tuplet.to);
    const ink = reach ? writeTuplet(tuplet.notes, reach, isBeamed, voice.isLower, skyline) : [];
    skyline.add(...ink);
    return ink;
  });
}

export interface TupletExtent {
  readonly left: number;
  readonly right: number;
}

/** From the first to the last of some notes, including everything attached. */
export function reachOf(xs: readonly number[], boxes: readonly Box[], from: number, to: number): TupletExtent | null {
  const [first, last] = [boxes[from], boxes[to]];
  if (!first || !last) return null;
  return { left: Math.min(first.left, (xs[from] ?? 0) - 6), right: Math.max(last.right, (xs[to] ?? 0) + 6) };
}

/** With a bracket, unless a beam covers exactly its notes. */
function writeTuplet(
  notes: number,
  { left, right }: TupletExtent,
  isBeamed: boolean,
  isUnder: boolean,
  skyline: Skyline,
): Ink[] {
  const codes = [...String(notes)].map((digit) => (DIGITS + Number(digit)).toString(16).toUpperCase());
  const boxes = codes.map((code) => signBox(code, 0, 0, SIZE));
  const width = boxes.reduce((sum, box) => sum + box.right - box.left + 1, -1);
  const height = Math.max(...boxes.map((box) => box.bottom - box.top));
  const middle = (left + right) / 2;
  // A number alone must clear what is at its position; a bracket, everything it spans.
  const reach = isBeamed ? { from: middle - width / 2 - 2, to: middle + width / 2 + 2 } : { from: left, to: right };
  const bottom = isUnder
    ? skyline.under(reach.from, reach.to) + GAP + height
    : skyline.over(reach.from, reach.to) - GAP;
  const ink: Ink[] = [];
  let x = middle - width / 2;
  for (const [index, code] of codes.entries()) {
    const box = boxes[index];
    if (!box) continue;
    ink.push(placeSign(code, x - box.left, bottom - box.bottom, SIZE, { kind: "tuplet" }));
    x += box.right - box.left + 1;
  }
  if (isBeamed) return ink;
  const y = bottom - height / 2;
  // Hooks point at the notes and end before them.
  const hook = isUnder ? Math.max(y - HOOK, bottom - height - GAP + 1) : Math.min(y + HOOK, bottom + GAP - 1);
  const gap = { left: middle - width / 2 - 3, right: middle + width / 2 + 3 };
  return [...ink, ...bracketArms({ left, right }, gap, y, { left: hook, right: hook }, LINE, { kind: "tuplet" })];
}

/** The two parts of a bracket around a number, each with a hook to `hooks`; no hooks if that is `y`. */
export function bracketArms(
  { left, right }: TupletExtent,
  gap: TupletExtent,
  y: number,
  hooks: TupletExtent,
  line: number,
  placed: Pick<PathInk, "kind" | "tone">,
): PathInk[] {
  const half = line / 2;
  const arms = [
    { d: `M${left} ${hooks.left}V${y}L${gap.left} ${y}`, left, right: gap.left, hook: hooks.left },
    { d: `M${gap.right} ${y}L${right} ${y}V${hooks.right}`, left: gap.right, right, hook: hooks.right },
  ];
  return arms
    .filter((arm) => arm.right - arm.left >= 2)
    .map(({ d, left, right, hook }) => ({
      shape: "path",
      d,
      line,
      ...placed,
      box: {
        left: left - half,
        right: right + half,
        top: Math.min(y - half, hook),
        bottom: Math.max(y + half, hook),
      },
    }));
}
