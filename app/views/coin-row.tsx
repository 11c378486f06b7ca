import { memo, useMemo } from "react";
import { type Line, playItems } from "~/core/phrase";
import type { Hand } from "~/core/stroke";
import { CoinGroup } from "./coin-group";

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
  const { coins, width, height, dots } = useMemo(() => placeCoins(line, most, wrap), [line, most, wrap]);
  return (
    <svg
      role="img"
      aria-label={label}
      viewBox={`0 0 ${width} ${height}`}
      className={`drawing block w-full ${height > HEIGHT ? "h-14" : "h-10"}`}
      preserveAspectRatio="xMinYMid meet"
    >
      <CoinGroup coins={coins} strongHand={strongHand} />
      {dots ? (
        <text x={width - 20} y={height - HEIGHT / 2 + 4} fontSize="22" fill="var(--nickel)">
          …
        </text>
      ) : null}
    </svg>
  );
});

function placeCoins(line: Line, most: number, wrap: number) {
  const cells = playItems(line).flatMap((played) => (played.kind === "cell" ? [played.item.slots] : []));
  const slots = cells.flatMap((cell, index) => cell.map((slot) => ({ slot, cell: index })));
  const shown = slots.slice(0, most);
  const inLine = shown.length > wrap ? Math.ceil(shown.length / 2) : shown.length;
  const left = (index: number) => ((index % inLine) + 0.5) * PITCH + (shown[index]?.cell ?? 0) * CELL_GAP;
  const top = (index: number) => (Math.floor(index / inLine) + 0.5) * HEIGHT;
  const dots = slots.length > most;
  return {
    coins: shown.map(({ slot }, index) => ({ slot, x: left(index), y: top(index) })),
    width: Math.max(PITCH, left(inLine - 1) + PITCH / 2) + (dots ? 30 : 0),
    height: shown.length > inLine ? 2 * HEIGHT : HEIGHT,
    dots,
  };
}
