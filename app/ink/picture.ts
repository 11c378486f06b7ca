/** Pictures with their own size, and their building blocks. */

import type { Slot } from "~/core/stroke";
import { type CoinLook, type CoinMark, type CoinPart, markCoin } from "./coin";
import { type Box, type Face, type Ink, type InkKind, type InkTone, type PathInk, round } from "./ink";
import { placeWords } from "./type";

/** Ink with its origin at 0, 0. Pixels. */
export interface Picture {
  readonly width: number;
  readonly height: number;
  readonly ink: readonly Ink[];
}

interface Look {
  readonly kind: InkKind;
  readonly tone?: InkTone;
}

export function inkLine(
  from: readonly [x: number, y: number],
  to: readonly [x: number, y: number],
  line: number,
  look: Look & Pick<PathInk, "dash" | "isRound">,
): PathInk {
  const half = line / 2;
  const box = {
    left: Math.min(from[0], to[0]) - half,
    top: Math.min(from[1], to[1]) - half,
    right: Math.max(from[0], to[0]) + half,
    bottom: Math.max(from[1], to[1]) + half,
  };
  return { shape: "path", d: `M${from.map(round).join(" ")}L${to.map(round).join(" ")}`, line, box, ...look };
}

/** A rectangle with round corners: filled, or outlined with `line`. */
export function inkBox(box: Box, corner: number, line: number | null, look: Look & Pick<PathInk, "dash">): PathInk {
  const { left, top, right, bottom } = box;
  const r = round(Math.min(corner, (right - left) / 2, (bottom - top) / 2));
  const [across, down] = [round(right - left - 2 * r), round(bottom - top - 2 * r)];
  const turn = (dx: number, dy: number) => (r === 0 ? "" : `a${r} ${r} 0 0 1 ${dx} ${dy}`);
  const d = `M${round(left + r)} ${round(top)}h${across}${turn(r, r)}v${down}${turn(-r, r)}h${-across}${turn(-r, -r)}v${-down}${turn(r, -r)}z`;
  return { shape: "path", d, line, box, ...look };
}

const TONES: Partial<Record<CoinPart, InkTone>> = { reed: "copper", bracket: "copper", dimple: "nickel" };
const LETTERS = { "on-solid": "paper", "on-hollow": null, surface: "nickel" } as const;
const LETTER_FACE: Face = "display-600";

/** A slot as a coin centred at x, y. */
export function inkCoin(slot: Slot, look: CoinLook, x: number, y: number, scale: number): Ink[] {
  return markCoin(slot, look, { x, y, scale }).map((mark) => inkMark(mark));
}

function inkMark(mark: CoinMark): Ink {
  if (mark.shape === "letter") {
    const tone = LETTERS[mark.part];
    const placed = { kind: "coin", ...(tone ? { tone } : {}) } as const;
    return placeWords(mark.text, mark.x, mark.y, { size: mark.size, face: LETTER_FACE }, placed);
  }
  const tone = TONES[mark.part];
  return {
    shape: "path",
    kind: "coin",
    d: mark.d,
    line: mark.line,
    box: mark.box,
    ...(tone ? { tone } : {}),
    ...(mark.dash ? { dash: mark.dash } : {}),
    ...(mark.part === "hollow" || mark.part === "notch" ? { isHollow: true } : {}),
    ...(mark.part === "solid" ? { isFilled: true } : {}),
    ...(mark.part === "sign" || mark.part === "dimple" ? { isRound: true } : {}),
  };
}
