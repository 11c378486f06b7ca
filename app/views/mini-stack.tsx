import { memo } from "react";
import { isOnBeat } from "~/core/pulse";
import type { Hand } from "~/core/stroke";
import type { Timeline } from "~/core/timeline";
import { CoinGroup } from "./coin-group";

interface MiniStackProps {
  readonly timeline: Timeline;
  readonly strongHand: Hand;
  readonly label: string;
  /** Whether a cell differs from the compared phrase. */
  readonly isOther?: (cell: number) => boolean;
}

const PITCH = 46;
const ROW = 50;
const EDGE = 30;
/** Cells per pile; more go into piles beside it. */
const PILE = 8;
const MAX_PILES = 5;

/** Height in pixels of the picture of this many cells, to reserve its place before it is drawn. */
export function miniStackHeight(cells: number): number {
  const rows = Math.min(PILE, cells) + (cells > PILE * MAX_PILES ? 0.6 : 0);
  // Piles side by side share the card's width, so they are lower.
  return Math.min(cells > PILE ? 110 : 180, rows * 31);
}

/** A phrase as a small pile: a row per cell, from the bottom up, with the thread through the beats. */
export const MiniStack = memo(function MiniStack({ timeline, strongHand, label, isOther }: MiniStackProps) {
  const shown = timeline.cells.slice(0, PILE * MAX_PILES);
  const slots = timeline.slots.filter((slot) => slot.cell < shown.length);
  const hidden = timeline.cells.length - shown.length;
  const widest = shown.reduce((widest, cell) => Math.max(widest, cell.size), 1);
  const piles = Math.ceil(shown.length / PILE);
  const rows = Math.min(PILE, shown.length) + (hidden > 0 ? 0.6 : 0);
  const pile = EDGE + widest * PITCH + 16;
  const width = piles * pile;
  const height = rows * ROW;
  const left = (cell: number) => Math.floor(cell / PILE) * pile;
  const x = (cell: number, place: number) => left(cell) + EDGE + (place + 0.5) * PITCH;
  const y = (cell: number) => height - ((cell % PILE) + 0.5) * ROW;
  const beats = slots.filter((slot) => isOnBeat(slot.at, timeline.pulse));
  return (
    <svg
      role="img"
      aria-label={label}
      viewBox={`0 0 ${width} ${height}`}
      className="drawing block w-full"
      height={miniStackHeight(timeline.cells.length)}
      preserveAspectRatio="xMinYMid meet"
    >
      {shown.map((cell) => (
        <g key={cell.index}>
          <rect
            x={left(cell.index) + EDGE}
            y={y(cell.index) - ROW / 2 + 2}
            width={cell.size * PITCH}
            height={ROW - 4}
            rx={ROW / 2}
            fill="var(--color-base-200)"
            stroke={isOther?.(cell.index) ? "var(--copper)" : undefined}
            strokeWidth="4"
          />
          <text
            x={left(cell.index) + 12}
            y={y(cell.index) + 8}
            textAnchor="middle"
            fontSize="23"
            fontWeight="700"
            fill="var(--copper)"
          >
            {cell.size}
          </text>
        </g>
      ))}
      {Array.from({ length: piles }, (_, number) => (
        <polyline
          // biome-ignore lint/suspicious/noArrayIndexKey: a pile is its place
          key={number}
          points={beats
            .filter((slot) => Math.floor(slot.cell / PILE) === number)
            .map((slot) => `${x(slot.cell, slot.inCell)},${y(slot.cell)}`)
            .join(" ")}
          fill="none"
          stroke="var(--verdigris)"
          strokeWidth="3.5"
          strokeDasharray="1 8"
          strokeLinecap="round"
        />
      ))}
      <CoinGroup
        coins={slots.map((slot) => ({ slot: slot.voiced, x: x(slot.cell, slot.inCell), y: y(slot.cell) }))}
        strongHand={strongHand}
      />
      {hidden > 0 ? (
        <text x={EDGE} y="19" fontSize="22" fill="var(--nickel)">
          and {hidden} more cells
        </text>
      ) : null}
    </svg>
  );
});
