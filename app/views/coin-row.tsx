import { memo } from "react";
import { type Line, playItems } from "~/core/phrase";
import type { Hand } from "~/core/stroke";
import { SheetCoin, useCoinSheet } from "./coin-sheet";

const PITCH = 46;
const HEIGHT = 62;
const CELL_GAP = 14;

interface CoinRowProps {
  readonly line: Line;
  readonly strongHand: Hand;
  /** Maximum number of slots; three dots stand for the rest. */
  readonly most?: number;
  /** More slots use two lines. */
  readonly wrap?: number;
  readonly label: string;
}

/** A line as one small row of coins, for lists. Scales to its width. */
export const CoinRow = memo(function CoinRow({ line, strongHand, most = 16, wrap = most, label }: CoinRowProps) {
  const cells = playItems(line).flatMap((played) => (played.kind === "cell" ? [played.item.slots] : []));
  const slots = cells.flatMap((cell, index) => cell.map((content) => ({ content, cell: index })));
  const shown = slots.slice(0, most);
  useCoinSheet();
  const inLine = shown.length > wrap ? Math.ceil(shown.length / 2) : shown.length;
  const left = (index: number) => ((index % inLine) + 0.5) * PITCH + (shown[index]?.cell ?? 0) * CELL_GAP;
  const top = (index: number) => (Math.floor(index / inLine) + 0.5) * HEIGHT;
  const height = shown.length > inLine ? 2 * HEIGHT : HEIGHT;
  const width = Math.max(PITCH, left(inLine - 1) + PITCH / 2) + (slots.length > most ? 30 : 0);
  return (
    <svg
      role="img"
      aria-label={label}
      viewBox={`0 0 ${width} ${height}`}
      className={`drawing block w-full ${height > HEIGHT ? "h-14" : "h-10"}`}
      preserveAspectRatio="xMinYMid meet"
    >
      {shown.map((slot, index) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a slot is its place
        <SheetCoin key={index} slot={slot.content} strongHand={strongHand} x={left(index)} y={top(index)} />
      ))}
      {slots.length > most ? (
        <text x={width - 20} y={height - HEIGHT / 2 + 4} fontSize="22" fill="var(--nickel)">
          …
        </text>
      ) : null}
    </svg>
  );
});
