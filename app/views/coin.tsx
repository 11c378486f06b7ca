/** A slot as a coin on the screen. {@link markCoin} defines its shape; here it gets the theme's colours. */

import { memo } from "react";
import { type Hand, type Slot, sameSlot } from "~/core/stroke";
import { type CoinMark, type CoinPart, HALO_RADIUS, markCoin } from "~/ink/coin";

export { HALO_RADIUS };

export interface CoinProps {
  readonly slot: Slot;
  /** The hand that is drawn solid. */
  readonly strongHand: Hand;
  /** In a crescendo or diminuendo, its progress: 0 soft to 1 loud. */
  readonly loud?: number | undefined;
  /** How large the owner draws it, so that the name of its drum stays readable. */
  readonly scale?: number;
}

/** The smallest letters, in pixels, and how much larger than usual they may be on their coin. */
const LEAST_LETTER = 12;
const MOST_LARGER = 1.6;

const CLASSES: Record<CoinPart, string> = {
  solid: "coin-solid",
  hollow: "coin-hollow",
  reed: "coin-reed",
  sign: "coin-sign",
  notch: "coin-notch",
  dimple: "coin-dimple",
  bracket: "coin-reed",
};
const LETTERS = {
  "on-solid": "coin-letter coin-letter-solid",
  "on-hollow": "coin-letter coin-letter-hollow",
  surface: "coin-surface",
};

/** Drawn around 0, 0 at scale 1; drawn again only if it looks different. */
export const Coin = memo(function Coin({ slot, strongHand, loud, scale = 1 }: CoinProps) {
  return (
    <>
      <circle className="coin-halo" r={HALO_RADIUS} />
      {markCoin(slot, { strongHand, loud }).map((mark, index) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: marks have no identity but their order
        <Mark key={index} mark={mark} scale={scale} />
      ))}
    </>
  );
}, isSameCoin);

function isSameCoin(one: CoinProps, other: CoinProps): boolean {
  return (
    one.strongHand === other.strongHand &&
    one.loud === other.loud &&
    one.scale === other.scale &&
    sameSlot(one.slot, other.slot)
  );
}

function Mark({ mark, scale }: { readonly mark: CoinMark; readonly scale: number }) {
  if (mark.shape === "letter") {
    const isName = mark.part === "surface";
    const most = isName ? Number.POSITIVE_INFINITY : mark.size * MOST_LARGER;
    const size = Math.min(most, Math.max(mark.size, LEAST_LETTER / scale));
    return (
      <text
        x={mark.x || undefined}
        y={mark.y + (size - mark.size) * (isName ? 0.5 : 0.36)}
        textAnchor="middle"
        fontSize={size}
        className={LETTERS[mark.part]}
      >
        {mark.text}
      </text>
    );
  }
  return (
    <path d={mark.d} className={CLASSES[mark.part]} strokeWidth={mark.line} strokeDasharray={mark.dash?.join(" ")} />
  );
}
