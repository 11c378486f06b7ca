/** The hands' moves on the floor plan as threads, with labels. */

import { memo, useId } from "react";
import type { Kit } from "~/core/kit";
import type { Ceiling } from "~/core/player";
import type { Hand } from "~/core/stroke";
import { onThread, type PlacedCoin, type Thread } from "./floor-geometry";
import { NAME_SIZE, nameLine, nameOf, Unspoken } from "./floor-surfaces";

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
const LABEL_SIZE = 4.2;
/** Positions for a label along its thread, best first. */
const LABEL_SHARES = [0.5, 0.38, 0.62, 0.28, 0.72];

interface LabelBox {
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
}

function boxOf(text: string, { x, y }: { x: number; y: number }, size: number): LabelBox {
  const half = text.length * size * 0.3;
  return { left: x - half, right: x + half, top: y - size, bottom: y + size * 0.4 };
}

function meets(a: LabelBox, b: LabelBox): boolean {
  return a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom;
}

interface SpeedLabelsProps extends Omit<FloorThreadsProps, "strongHand"> {
  readonly kit: Kit;
  readonly coins: readonly PlacedCoin[];
}

/** The most demanding moves, and the one that sets the ceiling: which strokes, and how fast the hand moves. */
export const SpeedLabels = memo(function SpeedLabels({ threads, ceiling, tempo, kit, coins }: SpeedLabelsProps) {
  const taken: LabelBox[] = [
    ...kit.surfaces.map((surface) => boxOf(nameOf(surface.place), { x: surface.x, y: nameLine(surface) }, NAME_SIZE)),
    ...coins.map(({ x, y, scale }) => boxOf("0", { x, y: y + 1.4 }, 6 * scale)),
  ];
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
        const share = LABEL_SHARES.find((one) => {
          const box = boxOf(words, onThread(thread, one), LABEL_SIZE);
          return !taken.some((other) => meets(box, other));
        });
        // If there is no room, only the one that sets the ceiling gets a label.
        if (share === undefined && !bad && !isBottleneck(thread, ceiling)) return null;
        const { x, y } = onThread(thread, share ?? 0.5);
        taken.push(boxOf(words, { x, y }, LABEL_SIZE));
        return (
          <text
            key={`${thread.from.event} ${thread.to.event}`}
            x={x}
            y={y}
            textAnchor="middle"
            fontSize={LABEL_SIZE}
            fontWeight="650"
            fill={bad ? "var(--oxblood)" : "var(--copper)"}
            stroke="var(--paper)"
            strokeWidth="2"
            paintOrder="stroke"
          >
            {words}
          </text>
        );
      })}
    </Unspoken>
  );
});
