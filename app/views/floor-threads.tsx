/** The hands' moves on the floor plan as threads, with labels. */

import { memo, useId } from "react";
import type { Kit } from "~/core/kit";
import type { Ceiling } from "~/core/player";
import type { Hand } from "~/core/stroke";
import { onThread, type PlacedCoin, type Thread } from "./floor-geometry";
import { boxOfWords, type PlacedName, placeOnThread } from "./floor-labels";
import { BASELINE, Unspoken } from "./floor-surfaces";

/** Thicker for longer moves. Centimetres of the plan. */
function thickness(distance: number): number {
  return 0.5 + distance / 70;
}

/** Oxblood means unplayable. */
function isImpossible(thread: Thread, ceiling: Ceiling | null, tempo: number): boolean {
  return thread.strain > 1 || (isBottleneck(thread, ceiling) && ceiling !== null && tempo > ceiling.bpm);
}

function isBottleneck({ from, to }: Thread, ceiling: Ceiling | null): boolean {
  return (
    ceiling?.bottleneck.kind === "move" &&
    ceiling.bottleneck.to.event === to.event &&
    ceiling.bottleneck.from.event === from.event
  );
}

function pathOf({ start, bend, end }: Pick<Thread, "start" | "bend" | "end">): string {
  return `M${start.x.toFixed(1)} ${start.y.toFixed(1)}Q${bend.x.toFixed(1)} ${bend.y.toFixed(1)} ${end.x.toFixed(1)} ${end.y.toFixed(1)}`;
}

interface FloorThreadsProps {
  readonly threads: readonly Thread[];
  readonly strongHand: Hand;
  readonly ceiling: Ceiling | null;
  readonly tempo: number;
}

export const Threads = memo(function Threads({ threads, strongHand, ceiling, tempo }: FloorThreadsProps) {
  const name = useId();
  return (
    <Unspoken className="pointer-events-none" fill="none" strokeLinecap="round">
      <defs>
        <marker
          id={`${name}tip`}
          viewBox="0 0 6 6"
          refX="5"
          refY="3"
          markerWidth="2.6"
          markerHeight="2.6"
          orient="auto-start-reverse"
        >
          <path d="M0 0L6 3L0 6z" fill="context-stroke" />
        </marker>
      </defs>
      {threads.map((thread) => {
        const bad = isImpossible(thread, ceiling, tempo);
        const isTold = bad || isBottleneck(thread, ceiling);
        return (
          <path
            key={`${thread.from.event} ${thread.to.event}`}
            data-slot={thread.to.slot}
            className="floor-thread"
            d={pathOf(thread)}
            stroke={bad ? "var(--oxblood)" : "var(--copper)"}
            strokeWidth={thickness(thread.distance) * (isTold ? 1.25 : 1)}
            strokeOpacity={isTold ? 1 : Math.max(0.35, 0.85 - threads.length / 60)}
            strokeDasharray={thread.hand === strongHand ? undefined : "2.6 2.2"}
            markerEnd={threads.length <= 24 || isTold ? `url(#${name}tip)` : undefined}
          />
        );
      })}
    </Unspoken>
  );
});

const MAX_LABELS = 3;

interface SpeedLabelsProps extends Omit<FloorThreadsProps, "strongHand"> {
  readonly kit: Kit;
  readonly coins: readonly PlacedCoin[];
  readonly names: readonly PlacedName[];
  /** The size of letters in centimetres. */
  readonly size: number;
}

/** The most demanding moves, and the one that sets the ceiling: which strokes, and how fast the hand moves. */
export const SpeedLabels = memo(function SpeedLabels(props: SpeedLabelsProps) {
  const { threads, ceiling, tempo, kit, coins, names, size } = props;
  const taken = names.map(({ box }) => box);
  const seen = new Set<string>();
  const told = threads
    .toSorted((a, b) => Number(isBottleneck(b, ceiling)) - Number(isBottleneck(a, ceiling)) || b.strain - a.strain)
    .filter(({ hand, from, to }) => {
      const key = `${hand} ${[from.place, to.place].sort().join(" ")}`;
      return !seen.has(key) && seen.add(key);
    })
    .slice(0, MAX_LABELS);
  return (
    <Unspoken className="pointer-events-none">
      {told.map((thread) => {
        const bad = isImpossible(thread, ceiling, tempo);
        const speed = Number.isFinite(thread.speed) ? `${thread.speed.toFixed(1)} m/s` : "no time";
        const words = `${thread.from.slot + 1}→${thread.to.slot + 1} ${speed}`;
        // Two more letters for the ends of its pill.
        const spot = placeOnThread(thread, `${words}  `, size, { kit, coins, taken });
        // If there is no room, only the one that sets the ceiling gets a label.
        if (!spot && !bad && !isBottleneck(thread, ceiling)) return null;
        const at = spot?.at ?? onThread(thread, 0.5);
        const box = spot?.box ?? boxOfWords(`${words}  `, at, size);
        taken.push(box);
        const ink = bad ? "var(--oxblood)" : "var(--copper)";
        const height = box.bottom - box.top;
        return (
          <g key={`${thread.from.event} ${thread.to.event}`}>
            <rect
              x={box.left}
              y={box.top}
              width={box.right - box.left}
              height={height}
              rx={height / 2}
              fill="var(--paper)"
              stroke={ink}
              strokeWidth="0.4"
            />
            <text x={at.x} y={at.y + size * BASELINE} textAnchor="middle" fontSize={size} fontWeight="650" fill={ink}>
              {words}
            </text>
          </g>
        );
      })}
    </Unspoken>
  );
});
