/** Numbers of tuplets, with brackets where no beam shows what they go over. */

import type { Ink } from "./ink";
import { SIGN_SIZE } from "./notes";
import type { Skyline } from "./skyline";
import { placeSign, signBox } from "./type";

/** The code point of a tuplet's 0; the other digits follow. */
const DIGITS = 0xe880;
const SIZE = SIGN_SIZE * 0.62;
const GAP = 3.5;
const HOOK = 6;
const LINE = 1.2;

export interface TupletPlace {
  readonly notes: number;
  readonly left: number;
  readonly right: number;
  /** Whether one beam goes over just its notes. */
  readonly isBeamed: boolean;
  readonly side: "over" | "under";
}

export function writeTuplet({ notes, left, right, isBeamed, side }: TupletPlace, skyline: Skyline): Ink[] {
  const codes = [...String(notes)].map((digit) => (DIGITS + Number(digit)).toString(16).toUpperCase());
  const boxes = codes.map((code) => signBox(code, 0, 0, SIZE));
  const width = boxes.reduce((sum, box) => sum + box.right - box.left + 1, -1);
  const height = Math.max(...boxes.map((box) => box.bottom - box.top));
  const middle = (left + right) / 2;
  // A number alone has to clear what is at its place; a bracket, all that it goes over.
  const reach = isBeamed ? { from: middle - width / 2 - 2, to: middle + width / 2 + 2 } : { from: left, to: right };
  const bottom =
    side === "over" ? skyline.over(reach.from, reach.to) - GAP : skyline.under(reach.from, reach.to) + GAP + height;
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
  // Hooks point at the notes, and end before them.
  const hook = side === "over" ? Math.min(y + HOOK, bottom + GAP - 1) : Math.max(y - HOOK, bottom - height - GAP + 1);
  const [to, on] = [middle - width / 2 - 3, middle + width / 2 + 3];
  const arms = [
    { d: `M${left} ${hook}V${y}L${to} ${y}`, left, right: to },
    { d: `M${on} ${y}L${right} ${y}V${hook}`, left: on, right },
  ];
  for (const arm of arms) {
    if (arm.right - arm.left < 2) continue;
    const half = LINE / 2;
    const box = {
      left: arm.left - half,
      right: arm.right + half,
      top: Math.min(y - half, hook),
      bottom: Math.max(y + half, hook),
    };
    ink.push({ shape: "path", d: arm.d, line: LINE, kind: "tuplet", box });
  }
  return ink;
}
