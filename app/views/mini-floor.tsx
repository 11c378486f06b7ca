/** An orchestration at a glance: the kit as dots, both hands' paths as lines. Its owner describes it in words. */

import { memo } from "react";
import { basePlace, type Kit } from "~/core/kit";
import type { Hand, KitVoice } from "~/core/stroke";
import { frameHands } from "./floor-geometry";

interface MiniFloorProps {
  readonly kit: Kit;
  /** Surfaces of all hand strokes, in order. */
  readonly strokes: readonly { readonly hand: Hand; readonly place: KitVoice }[];
  readonly strongHand: Hand;
}

export const MiniFloor = memo(function MiniFloor({ kit, strokes, strongHand }: MiniFloorProps) {
  const box = frameHands(kit);
  const surfaces = kit.surfaces.filter(({ player }) => player === "hands");
  const used = new Set(strokes.map(({ place }) => basePlace(place)));
  const lineOf = (hand: Hand) =>
    strokes
      .filter((stroke) => stroke.hand === hand)
      .flatMap(({ place }) => {
        const surface = surfaces.find((one) => one.place === basePlace(place));
        // Side by side, so that both are visible on a shared path.
        return surface ? [`${surface.x + (hand === "R" ? 3 : -3)},${-surface.y}`] : [];
      })
      .join(" ");
  return (
    <svg
      aria-hidden="true"
      viewBox={`${box.x} ${box.y} ${box.width} ${box.height}`}
      className="drawing block w-full h-24"
    >
      {surfaces.map(({ place, x, y, size }) => (
        <circle
          key={place}
          cx={x}
          cy={-y}
          r={size / 2}
          fill={used.has(place) ? "var(--copper)" : "none"}
          fillOpacity="0.14"
          stroke={used.has(place) ? "var(--ink)" : "var(--nickel)"}
          strokeWidth={used.has(place) ? 2.4 : 1.2}
          strokeOpacity={used.has(place) ? 1 : 0.6}
        />
      ))}
      {(["R", "L"] as const).map((hand) => (
        <polyline
          key={hand}
          points={lineOf(hand)}
          fill="none"
          stroke="var(--copper)"
          strokeWidth="3"
          strokeLinejoin="round"
          strokeDasharray={hand === strongHand ? undefined : "7 6"}
        />
      ))}
    </svg>
  );
});
