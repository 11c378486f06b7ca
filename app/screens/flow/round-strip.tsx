import { memo, useRef } from "react";
import type { ComposedPlaying } from "~/core/flow";
import { barTicks, beatTicks, type Meter } from "~/core/time";
import { useWidth } from "~/views/use-width";
import { letterOf } from "~/words/flow";

/** Pixels per bar for readable names. */
const BAR_WIDTH = 130;
const FLAG = 22;
const BLOCK_Y = 20;
const BLOCK = 34;
const HEIGHT = 62;

interface RoundStripProps {
  readonly meter: Meter;
  readonly bars: number;
  readonly playings: readonly ComposedPlaying[];
  readonly nameOf: (idea: number) => string;
  /** The playings of the current call, including the last; null for none. */
  readonly now: { readonly from: number; readonly to: number } | null;
  /** The idea to meet, and its position. */
  readonly meets: { readonly idea: number; readonly at: number } | null;
  /** Whether the player chooses the others. */
  readonly isFree: boolean;
}

/** A round over its bars: a stamp for each playing, a post for each bar and beat, and one at the end. */
export const RoundStrip = memo(function RoundStrip(props: RoundStripProps) {
  const { meter, bars, playings, nameOf, now, meets, isFree } = props;
  const frame = useRef<HTMLDivElement>(null);
  const width = useWidth(frame) || 560;
  const bar = barTicks(meter);
  const whole = bars * bar;
  const inRow = Math.max(1, Math.min(bars, 4, Math.floor(width / BAR_WIDTH)));
  const rows = Math.ceil(bars / inRow);
  const x = (at: number) => ((at % (inRow * bar)) / (inRow * bar)) * (width - FLAG) + 2;
  const y = (at: number) => Math.floor(at / (inRow * bar)) * HEIGHT;
  const beat = beatTicks(meter);
  const beats = Array.from({ length: Math.round(whole / beat) }, (_, index) => index * beat);
  const homeX = Math.max(2, whole % (inRow * bar) === 0 ? width - FLAG + 2 : x(whole));
  const order = playings.map(({ idea }) => nameOf(idea)).join(", ");
  return (
    <div ref={frame}>
      <svg
        role="img"
        aria-label={
          isFree
            ? `${bars} bars, free but for what you have to meet`
            : playings.length === 0
              ? `${bars} bars, not drawn yet`
              : `The round: ${order}, then home`
        }
        viewBox={`0 0 ${width} ${rows * HEIGHT}`}
        width={width}
        height={rows * HEIGHT}
        className="drawing block max-w-full"
      >
        {beats.map((at) => (
          <line
            key={at}
            x1={x(at)}
            x2={x(at)}
            y1={y(at) + (at % bar === 0 ? 4 : BLOCK_Y + BLOCK - 4)}
            y2={y(at) + BLOCK_Y + BLOCK + 4}
            stroke={at % bar === 0 ? "var(--ink)" : "var(--nickel)"}
            strokeWidth={at % bar === 0 ? 2 : 1}
          />
        ))}
        {Array.from({ length: bars }, (_, number) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a bar is its place
          <text key={number} x={x(number * bar) + 6} y={y(number * bar) + 14} fontSize="13" fill="var(--nickel)">
            {number + 1}
          </text>
        ))}
        {playings.map((playing, index) => {
          const isMet = meets !== null && playing.idea === meets.idea && playing.at === meets.at;
          if (isFree && !isMet) return null;
          const isNow = now !== null && index >= now.from && index <= now.to;
          return pieces(playing, inRow * bar).map(([from, to]) => {
            const left = x(from) + 1;
            const room = ((to - from) / (inRow * bar)) * (width - FLAG) - 2;
            return (
              <g key={from}>
                <rect
                  x={left}
                  y={y(from) + BLOCK_Y}
                  width={Math.max(1, room)}
                  height={BLOCK}
                  rx={6}
                  fill={isNow ? "var(--copper)" : "var(--color-base-200)"}
                  stroke={isMet ? "var(--verdigris)" : "var(--nickel)"}
                  strokeWidth={isMet ? 3 : 1}
                />
                <text
                  x={left + room / 2}
                  y={y(from) + BLOCK_Y + BLOCK / 2 + 5}
                  fontSize="12.5"
                  textAnchor="middle"
                  fill={isNow ? "var(--paper)" : "var(--ink)"}
                >
                  {nameIn(room, nameOf(playing.idea), playing.idea)}
                </text>
              </g>
            );
          });
        })}
        <g transform={`translate(${homeX} ${(rows - 1) * HEIGHT})`}>
          <line x1={0} x2={0} y1={4} y2={BLOCK_Y + BLOCK + 4} stroke="var(--verdigris)" strokeWidth={3} />
          <path d="M0 5H16L11 11L16 17H0Z" fill="var(--verdigris)" />
        </g>
      </svg>
    </div>
  );
});

/** A playing across rows, one piece per row. */
function pieces({ at, length }: ComposedPlaying, row: number): [from: number, to: number][] {
  const found: [number, number][] = [];
  for (let from: number = at; from < at + length; ) {
    const to = Math.min(at + length, (Math.floor(from / row) + 1) * row);
    found.push([from, to]);
    from = to;
  }
  return found;
}

/** The full name where it fits, otherwise the idea's letter. */
function nameIn(room: number, name: string, idea: number): string {
  return name.length <= Math.floor(room / 7) ? name : letterOf(idea);
}
