import { memo } from "react";
import { type Line, playItems } from "~/core/phrase";
import type { Hand } from "~/core/stroke";
import { SheetCoin, useCoinSheet } from "~/views/coin-sheet";

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
  useCoinSheet();
  const cells = playItems(line).flatMap((item) => (item.kind === "cell" ? [item.item.slots] : []));
  const slots = cells.flatMap((cell, number) => cell.map((slot) => ({ slot, cell: number })));
  const rows = Math.max(1, Math.ceil(slots.length / ROW));
  const inRow = Math.ceil(slots.length / rows);
  const gapBefore = (index: number) => {
    const first = slots[Math.floor(index / inRow) * inRow]?.cell ?? 0;
    return ((slots[index]?.cell ?? 0) - first) * CELL_GAP;
  };
  const x = (index: number) => ((index % inRow) + 0.5) * PITCH + gapBefore(index);
  const y = (index: number) => (Math.floor(index / inRow) + 0.5) * HEIGHT;
  const width = slots.reduce((most, _, index) => Math.max(most, x(index) + PITCH / 2), leastSlots * PITCH);
  return (
    <svg
      role="img"
      aria-label={label}
      viewBox={`0 0 ${width} ${rows * HEIGHT}`}
      className={`drawing block w-full ${className}`}
      preserveAspectRatio="xMinYMid meet"
    >
      {slots.map(({ slot }, index) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a slot is its place
        <g key={index}>
          {index === playing ? (
            <circle
              cx={x(index)}
              cy={y(index)}
              r={PITCH / 2}
              className="fill-primary/25 stroke-primary"
              strokeWidth={3}
            />
          ) : null}
          <SheetCoin slot={slot} strongHand={strongHand} x={x(index)} y={y(index)} />
        </g>
      ))}
    </svg>
  );
});
