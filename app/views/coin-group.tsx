/** Many coins as few elements: all parts that look alike are one path. For previews, of which a screen shows dozens. */

import { memo } from "react";
import type { Hand, Slot } from "~/core/stroke";
import { type CoinMark, markCoin } from "~/ink/coin";
import { COIN_CLASSES, type CoinLetter, LETTER_CLASSES, readableLetter } from "./coin";

export interface PlacedSlot {
  readonly slot: Slot;
  readonly x: number;
  readonly y: number;
}

interface CoinGroupProps {
  /** The same array as long as nothing changes. */
  readonly coins: readonly PlacedSlot[];
  readonly strongHand: Hand;
}

/** The smallest letters in units of the drawing; previews are about 0.6 times as large. */
const LEAST_LETTER = 20;

export const CoinGroup = memo(function CoinGroup({ coins, strongHand }: CoinGroupProps) {
  return joinMarks(coins.map(({ slot, x, y }) => markCoin(slot, { strongHand }, { x, y, scale: 1 }))).map(
    ({ key, of, marks }) =>
      of.shape === "letter" ? (
        <text
          key={key}
          // One position for each letter.
          x={marks.map(({ x }) => x).join(" ")}
          y={marks.map(({ y }) => y).join(" ")}
          textAnchor="middle"
          fontSize={of.size}
          className={LETTER_CLASSES[of.part]}
        >
          {marks.map(({ text }) => text).join("")}
        </text>
      ) : (
        <path
          key={key}
          d={marks.map(({ d }) => d).join("")}
          className={COIN_CLASSES[of.part]}
          strokeWidth={of.line}
          strokeDasharray={of.dash?.join(" ")}
        />
      ),
  );
});

/** The shared look of some marks, and what differs. */
interface Joined {
  readonly key: string;
  readonly of: CoinMark;
  readonly marks: { readonly d: string; readonly text: string; readonly x: number; readonly y: number }[];
}

/** Marks of several coins by look; whatever is in front of something on its coin stays in front of it. */
export function joinMarks(coins: readonly (readonly CoinMark[])[]): readonly Joined[] {
  const joined = new Map<string, Joined>();
  const deepest = coins.reduce((most, marks) => Math.max(most, marks.length), 0);
  for (let depth = 0; depth < deepest; depth++) {
    for (const marks of coins) {
      const mark = marks[depth];
      if (mark) add(depth, mark.shape === "letter" ? enlarge(mark) : mark);
    }
  }
  return [...joined.values()];

  function add(depth: number, mark: CoinMark) {
    const key = keyOf(depth, mark);
    const found = joined.get(key) ?? { key, of: mark, marks: [] };
    joined.set(key, found);
    const isLetter = mark.shape === "letter";
    const { x, y } = isLetter ? mark : { x: 0, y: 0 };
    found.marks.push({ d: isLetter ? "" : mark.d, text: isLetter ? mark.text : "", x, y });
  }
}

function enlarge(letter: CoinLetter): CoinLetter {
  return { ...letter, ...readableLetter(letter, LEAST_LETTER) };
}

function keyOf(depth: number, mark: CoinMark): string {
  if (mark.shape === "path") return `${depth} ${mark.part} ${mark.line} ${mark.dash?.join() ?? ""}`;
  // The name of a drum has several letters, so it is a text of its own.
  const own = mark.text.length > 1 ? `${mark.x} ${mark.y}` : "";
  return `${depth} ${mark.part} ${mark.size} ${own}`;
}
