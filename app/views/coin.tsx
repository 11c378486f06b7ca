/** A slot as a coin on the screen. {@link markCoin} defines its shape; here it gets the theme's colours. */

import { memo } from "react";
import { type Hand, type Slot, sameSlot } from "~/core/stroke";
import { type CoinMark, type CoinPart, HALO_RADIUS, markCoin } from "~/ink/coin";

export interface CoinProps {
  readonly slot: Slot;
  /** The hand that is drawn solid. */
  readonly strongHand: Hand;
  /** In a crescendo or diminuendo, its progress: 0 soft to 1 loud. */
  readonly loud?: number | undefined;
  /** Its centre and size. Not a transform: browsers paint each transformed element as a piece of its own. */
  readonly x?: number;
  readonly y?: number;
  readonly scale?: number;
}

/** The smallest letters, in pixels, and how much larger than usual they may be on their coin. */
const LEAST_LETTER = 12;
const MOST_LARGER = 1.6;
/** Around the ring, at any size: its patterns in the style sheet are parts of this. */
const RING = 132;

export const COIN_CLASSES: Record<CoinPart, string> = {
  solid: "coin-solid",
  hollow: "coin-hollow",
  reed: "coin-reed",
  sign: "coin-sign",
  notch: "coin-notch",
  dimple: "coin-dimple",
  bracket: "coin-reed",
};
export type CoinLetter = Extract<CoinMark, { shape: "letter" }>;
export const LETTER_CLASSES: Record<CoinLetter["part"], string> = {
  "on-solid": "coin-letter coin-letter-solid",
  "on-hollow": "coin-letter coin-letter-hollow",
  surface: "coin-surface",
};

/** A coin; rendered again only if it looks different. */
export const Coin = memo(function Coin({ slot, strongHand, loud, x = 0, y = 0, scale = 1 }: CoinProps) {
  return (
    <>
      <circle className="coin-halo" cx={x} cy={y} r={HALO_RADIUS * scale} pathLength={RING} />
      {markCoin(slot, { strongHand, loud }, { x, y, scale }).map((mark, index) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: marks have no identity but their order
        <Mark key={index} mark={mark} />
      ))}
    </>
  );
}, isSameCoin);

function isSameCoin(one: CoinProps, other: CoinProps): boolean {
  return (
    one.strongHand === other.strongHand &&
    one.loud === other.loud &&
    one.x === other.x &&
    one.y === other.y &&
    one.scale === other.scale &&
    sameSlot(one.slot, other.slot)
  );
}

/** Large enough to be read, but no larger than its coin; names of drums have room below. Of the drawing's units. */
export function readableLetter(letter: CoinLetter, least: number): { readonly size: number; readonly y: number } {
  const isName = letter.part === "surface";
  const most = isName ? Number.POSITIVE_INFINITY : letter.size * MOST_LARGER;
  const size = Math.min(most, Math.max(letter.size, least));
  return { size, y: letter.y + (size - letter.size) * (isName ? 0.5 : 0.36) };
}

function Mark({ mark }: { readonly mark: CoinMark }) {
  if (mark.shape === "letter") {
    const { size, y } = readableLetter(mark, LEAST_LETTER);
    return (
      <text x={mark.x} y={y} textAnchor="middle" fontSize={size} className={LETTER_CLASSES[mark.part]}>
        {mark.text}
      </text>
    );
  }
  return (
    <path
      d={mark.d}
      className={COIN_CLASSES[mark.part]}
      strokeWidth={mark.line}
      strokeDasharray={mark.dash?.join(" ")}
    />
  );
}
