import { memo } from "react";
import { bpm, type Hand, type Line, layOut, ticks } from "~/core";
import { Coin } from "./coin";

const PITCH = 46;
const HEIGHT = 62;
const CELL_GAP = 14;

interface CoinRowProps {
  readonly line: Line;
  readonly strongHand: Hand;
  /** At most this many slots; what is beyond is told by three dots. */
  readonly most?: number;
  readonly label: string;
}

/** A line as one small row of coins, for lists. Scales to the width it is given. */
export const CoinRow = memo(function CoinRow({ line, strongHand, most = 16, label }: CoinRowProps) {
  const meter = { beats: 4, unit: 4 } as const;
  const { slots } = layOut({ meter, tempo: bpm(90), window: { start: ticks(0), length: ticks(40_320) }, line });
  const shown = slots.slice(0, most);
  const left = (index: number) => (index + 0.5) * PITCH + (shown[index]?.cell ?? 0) * CELL_GAP;
  const width = Math.max(PITCH, left(shown.length - 1) + PITCH / 2) + (slots.length > most ? 30 : 0);
  return (
    <svg
      role="img"
      aria-label={label}
      viewBox={`0 0 ${width} ${HEIGHT}`}
      className="drawing block w-full h-10"
      preserveAspectRatio="xMinYMid meet"
    >
      {shown.map((slot, index) => (
        <g key={slot.index} transform={`translate(${left(index)} ${HEIGHT / 2})`}>
          <Coin slot={slot.content} strongHand={strongHand} />
        </g>
      ))}
      {slots.length > most ? (
        <text x={width - 20} y={HEIGHT / 2 + 4} fontSize="22" fill="var(--nickel)">
          …
        </text>
      ) : null}
    </svg>
  );
});
