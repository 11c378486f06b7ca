/** The objects on the floor plan: the seat, bass drums, surfaces and their names. */

import { useDraggable } from "@dnd-kit/core";
import { memo } from "react";
import { CYMBALS, type Kit, type KitPiece } from "~/core/kit";
import type { KitVoice } from "~/core/stroke";
import { leanOf, PEDAL_DEPTH, shellOf } from "./floor-geometry";
import type { PlacedName } from "./floor-labels";

/** From the middle of a line of text to the foot of its letters, relative to its size. */
export const BASELINE = 0.36;

/** Visual only: surfaces and views describe everything in words. */
export function Unspoken(props: React.SVGProps<SVGGElement>) {
  // biome-ignore lint/a11y/noAriaHiddenOnFocusable: a group of a drawing cannot have the focus
  return <g aria-hidden="true" {...props} />;
}

export function Seat() {
  return (
    <Unspoken>
      <circle r="13" fill="none" stroke="var(--nickel)" strokeWidth="1.1" strokeDasharray="2.5 2" />
      <path d="M-5 4q5 5 10 0" fill="none" stroke="var(--nickel)" strokeWidth="1" strokeLinecap="round" />
      <text y="-1" textAnchor="middle" fontSize="5" fill="var(--nickel)">
        you
      </text>
    </Unspoken>
  );
}

/** Bass drums behind their pedals: nobody plays on them here, but without them it doesn't look like a kit. */
export function Shells({ kit }: { kit: Kit }) {
  return (
    <Unspoken>
      {kit.surfaces.map((surface) => {
        const shell = shellOf(surface);
        return shell ? <rect key={surface.place} {...shell} rx="6" className="floor-shell" /> : null;
      })}
    </Unspoken>
  );
}

/** Called with a surface's new position in centimetres of the plan; `isLast` when it is released. */
export type MoveSurface = (place: KitVoice, to: { x: number; y: number }, isLast: boolean) => void;

interface SurfaceMarkProps {
  readonly surface: KitPiece;
  readonly isChosen: boolean;
  readonly isOpen: boolean;
  readonly isMovable: boolean;
  readonly label: string;
  readonly onPress: (place: KitVoice) => void;
  readonly onMove: MoveSurface | undefined;
}

const STEPS: Record<string, readonly [x: number, y: number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
};
const LONG_STEP = 5;

export const SurfaceMark = memo(function SurfaceMark(props: SurfaceMarkProps) {
  const { surface, isChosen, isOpen, isMovable, label, onPress, onMove } = props;
  const { place, x, y, size, angle, player } = surface;
  const { setNodeRef, listeners } = useDraggable({ id: place, disabled: !isMovable });
  const radius = size / 2;
  const lean = leanOf(angle);
  const isPressed = isMovable || isOpen;
  const onKeyDown = (event: React.KeyboardEvent) => {
    const step = STEPS[event.key];
    if (step && onMove) {
      const by = event.shiftKey ? LONG_STEP : 1;
      onMove(place, { x: x + step[0] * by, y: y + step[1] * by }, true);
    } else if (event.key === "Enter" || event.key === " ") onPress(place);
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  // The package's types only know HTML elements.
  const attach: { ref(node: Element | null): void } = { ref: setNodeRef };
  return (
    <g
      ref={attach.ref}
      {...(isMovable ? listeners : {})}
      role="button"
      tabIndex={isPressed ? 0 : -1}
      aria-disabled={!isPressed}
      aria-pressed={isChosen}
      aria-label={label}
      data-surface={place}
      className={`floor-surface ${isMovable ? "cursor-grab touch-none" : isOpen ? "cursor-pointer" : ""}`}
      transform={`translate(${x} ${-y})`}
      onClick={() => isPressed && onPress(place)}
      onKeyDown={onKeyDown}
    >
      {player !== "hands" ? (
        <rect x={-radius} y={-PEDAL_DEPTH / 2} width={size} height={PEDAL_DEPTH} rx="3" className="floor-pedal" />
      ) : (
        <>
          <ellipse rx={radius} ry={radius * lean} className={isCymbal(place) ? "floor-cymbal" : "floor-drum"} />
          {isCymbal(place) ? (
            <>
              <ellipse rx={radius * 0.7} ry={radius * 0.7 * lean} className="floor-groove" />
              <ellipse rx={radius * 0.42} ry={radius * 0.42 * lean} className="floor-groove" />
              <ellipse rx={radius * 0.16} ry={radius * 0.16 * lean} className="floor-groove" />
            </>
          ) : (
            <ellipse rx={radius - 2.2} ry={radius * lean - 2.2} className="floor-groove" />
          )}
        </>
      )}
    </g>
  );
});

function isCymbal(place: KitVoice): boolean {
  return CYMBALS.includes(place) || place === "cb";
}

interface NamesProps {
  readonly names: readonly PlacedName[];
  readonly size: number;
}

/** Each surface's name near it, drawn above everything else on the plan. */
export function Names({ names, size }: NamesProps) {
  return (
    <Unspoken className="pointer-events-none">
      {names.map(({ place, words, x, y }) => (
        <text
          key={place}
          x={x}
          y={y + size * BASELINE}
          textAnchor="middle"
          fontSize={size}
          fontWeight="600"
          fill={words === "bass drum" ? "var(--nickel)" : "var(--ink)"}
          stroke={words === "bass drum" ? "none" : "var(--paper)"}
          strokeWidth={size * 0.36}
          paintOrder="stroke"
        >
          {words}
        </text>
      ))}
    </Unspoken>
  );
}
