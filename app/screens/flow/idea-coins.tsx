import { memo, useMemo } from "react";
import { type Line, playItems } from "~/core/phrase";
import type { Hand } from "~/core/stroke";
import { CoinGroup } from "~/views/coin-group";

const PITCH = 48;
const HEIGHT = 62;
const CELL_GAP = 12;
/** Slots per row; longer ideas use several rows. */
const ROW = 12;

interface IdeaCoinsProps {
  readonly line: Line;
  readonly strongHand: Hand;
  /** The slot playing; -1 for none. */
  readonly playing?: number;
  /** Reserves room for this many slots, so that coins of short and long ideas have the same size. */
  readonly leastSlots?: number;
  readonly label: string;
  readonly className?: string;
}

/** An idea as coins, as large as its card allows. The playing one has a copper ring. */
export const IdeaCoins = memo(function IdeaCoins(props: IdeaCoinsProps) {
  const { line, strongHand, playing = -1, leastSlots = 6, label, className = "" } = props;
  const { coins, width, rows } = useMemo(() => placeCoins(line, leastSlots), [line, leastSlots]);
  const at = coins[playing];
  return (
    <svg
      role="img"
      aria-label={label}
      viewBox={`0 0 ${width} ${rows * HEIGHT}`}
      className={`drawing block w-full ${className}`}
      preserveAspectRatio="xMinYMid meet"
    >
      {at ? (
        <circle cx={at.x} cy={at.y} r={PITCH / 2} className="fill-primary/25 stroke-primary" strokeWidth={3} />
      ) : null}
      <CoinGroup coins={coins} strongHand={strongHand} />
    </svg>
  );
});

function placeCoins(line: Line, leastSlots: number) {
  const cells = playItems(line).flatMap((item) => (item.kind === "cell" ? [item.item.slots] : []));
  const slots = cells.flatMap((cell, number) => cell.map((slot) => ({ slot, cell: number })));
  const rows = Math.max(1, Math.ceil(slots.length / ROW));
  const inRow = Math.ceil(slots.length / rows);
  const gapBefore = (index: number) => {
    const first = slots[Math.floor(index / inRow) * inRow]?.cell ?? 0;
    return ((slots[index]?.cell ?? 0) - first) * CELL_GAP;
  };
  const coins = slots.map(({ slot }, index) => ({
    slot,
    x: ((index % inRow) + 0.5) * PITCH + gapBefore(index),
    y: (Math.floor(index / inRow) + 0.5) * HEIGHT,
  }));
  return { coins, rows, width: coins.reduce((most, { x }) => Math.max(most, x + PITCH / 2), leastSlots * PITCH) };
}
