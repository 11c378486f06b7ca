/**
 * The kit from above, seen from the seat: surfaces in position, each stroke a small coin, moves as threads that are
 * thicker the longer they are. Drawing only; the owner handles interaction.
 */

import { DndContext, type DragMoveEvent, PointerSensor, useSensor, useSensors } from "@dnd-kit/core";
import { memo, useEffect, useMemo, useRef } from "react";
import { basePlace, type Kit, type KitPiece } from "~/core/kit";
import type { Ceiling, Player } from "~/core/player";
import { type Hand, isHand, type KitVoice } from "~/core/stroke";
import { QUARTER } from "~/core/time";
import type { Timeline } from "~/core/timeline";
import {
  drawThreads,
  frameKit,
  handAt,
  layCoins,
  type PlacedCoin,
  traceHands,
  type ViewBox,
  widenTo,
} from "./floor-geometry";
import { placeNames } from "./floor-labels";
import { type MoveSurface, Names, Seat, Shells, SurfaceMark, Unspoken } from "./floor-surfaces";
import { SpeedLabels, Threads } from "./floor-threads";
import { type PickSlot, pointerHandlers, useLighting, useLights } from "./lighting";
import { useSame } from "./use-same";
import { type Size, useSize } from "./use-size";

/** Called every frame with the position in the phrase in ticks; null when nothing is playing. */
export type Follow = (at: number | null) => void;

export interface FloorViewProps {
  readonly kit: Kit;
  readonly player: Player;
  readonly timeline: Timeline;
  readonly strongHand: Hand;
  readonly ceiling: Ceiling | null;
  readonly onPick: PickSlot;
  /** A surface was pressed. */
  readonly onSurface: (place: KitVoice) => void;
  /** Surfaces that can be pressed now; the others are subdued. */
  readonly isOpen: (place: KitVoice) => boolean;
  readonly surfaceLabel: (surface: KitPiece) => string;
  /** Without it, surfaces can't be moved. */
  readonly onMove?: MoveSurface;
  readonly chosen: KitVoice | null;
  /** Receives the function to call every frame during playback. */
  readonly follow: React.RefObject<Follow | null>;
  readonly label: string;
}

export const FloorView = memo(function FloorView(props: FloorViewProps) {
  const { kit, player, timeline, strongHand, ceiling, onPick, onMove, chosen, follow, label } = props;
  const frame = useRef<HTMLDivElement>(null);
  const svg = useRef<SVGSVGElement>(null);
  const lights = useLights();
  useLighting(frame);
  const room = useSize(frame, FIRST_ROOM);
  const still = useStillFrame(kit, onMove !== undefined, room);
  const box = useMemo(() => widenTo(still, room), [still, room]);
  /** Centimetres per pixel. */
  const pixel = box.width / room.width;
  const coins = useMemo(() => layCoins(timeline, kit), [timeline, kit]);
  const threads = useMemo(() => drawThreads(timeline, player, coins), [timeline, player, coins]);
  /** The last note on each surface: all its coins have room for its number, or none has one. */
  const lastOn = useMemo(() => new Map(coins.map(({ place, slot }) => [place, slot])), [coins]);
  const size = NAME_PIXELS * pixel;
  const isMoving = onMove !== undefined;
  const names = useMemo(() => {
    const strokes = timeline.events.filter(({ grace }) => grace === undefined);
    const more = (place: KitVoice) =>
      strokes.filter((event) => basePlace(event.place) === place).length -
      coins.filter((coin) => coin.place === place).length;
    return placeNames({ kit, coins, threads, frame: box, size, withPedals: isMoving, more });
  }, [kit, timeline, coins, threads, box, size, isMoving]);
  const origin = useRef<{ place: KitVoice; x: number; y: number } | null>(null);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 3 } }));

  const move = ({ active, delta }: Pick<DragMoveEvent, "active" | "delta">, isLast: boolean) => {
    const place = active.id as KitVoice;
    const surface = kit.surfaces.find((one) => one.place === place);
    // Centimetres per pixel, from the drawing, which is fitted to its frame both ways.
    const pixels = svg.current?.getScreenCTM()?.a ?? 0;
    if (!surface || !onMove || pixels === 0) return;
    const scale = 1 / pixels;
    if (origin.current?.place !== place) origin.current = { place, x: surface.x, y: surface.y };
    const { x, y } = origin.current;
    onMove(place, { x: Math.round(x + delta.x * scale), y: Math.round(y - delta.y * scale) }, isLast);
    if (isLast) origin.current = null;
  };

  return (
    <div ref={frame} className="drawing relative flex-1 min-h-0" {...pointerHandlers(lights, onPick)}>
      <DndContext
        sensors={sensors}
        accessibility={ACCESSIBILITY}
        onDragMove={(event) => move(event, false)}
        onDragEnd={(event) => move(event, true)}
      >
        <svg
          ref={svg}
          role="group"
          aria-label={label}
          viewBox={`${box.x} ${box.y} ${box.width} ${box.height}`}
          // A finger that moves a drum must not scroll the page.
          className={`absolute inset-0 block w-full h-full ${onMove ? "touch-none" : ""}`}
        >
          {isMoving ? <Seat /> : null}
          <Shells kit={kit} />
          {kit.surfaces
            .toSorted((a, b) => a.height - b.height)
            .map((surface) => (
              <SurfaceMark
                key={surface.place}
                surface={surface}
                isChosen={surface.place === chosen}
                isOpen={props.isOpen(surface.place)}
                isMovable={onMove !== undefined}
                label={props.surfaceLabel(surface)}
                onPress={props.onSurface}
                onMove={onMove}
              />
            ))}
          <Threads threads={threads} strongHand={strongHand} ceiling={ceiling} tempo={timeline.tempo} />
          {coins.map((coin) => (
            <SlotCoin
              key={coin.event}
              coin={coin}
              isSolid={isSolid(coin, strongHand)}
              pixel={pixel}
              last={lastOn.get(coin.place) ?? 0}
            />
          ))}
          <Names names={names} size={size} />
          <SpeedLabels
            threads={threads}
            ceiling={ceiling}
            tempo={timeline.tempo}
            kit={kit}
            coins={coins}
            names={names}
            size={size}
          />
          <Hands timeline={timeline} player={player} coins={coins} strongHand={strongHand} follow={follow} />
        </svg>
      </DndContext>
    </div>
  );
});

/** Before the plan is laid out, as at a desk. */
const FIRST_ROOM = { width: 800, height: 400 };

/**
 * The plan keeps its frame while surfaces move, so that the floor doesn't slip under the pointer: as long as all of the
 * kit is visible.
 */
function useStillFrame(kit: Kit, isMoving: boolean, room: Size): ViewBox {
  const box = useSame(frameKit(kit, isMoving));
  const still = useRef(box);
  const seen = widenTo(still.current, room);
  const holds =
    isMoving &&
    box.x >= seen.x &&
    box.y >= seen.y &&
    box.x + box.width <= seen.x + seen.width &&
    box.y + box.height <= seen.y + seen.height &&
    box.width > still.current.width - 60;
  if (!holds) still.current = box;
  return still.current;
}

/** Surfaces describe their own positions. */
const ACCESSIBILITY = {
  ...(typeof document === "undefined" ? {} : { container: document.body }),
  screenReaderInstructions: { draggable: "" },
  announcements: {
    onDragStart: () => undefined,
    onDragOver: () => undefined,
    onDragEnd: () => undefined,
    onDragCancel: () => undefined,
  },
};

function isSolid({ limb }: PlacedCoin, strongHand: Hand): boolean {
  return isHand(limb) ? limb === strongHand : limb === "K";
}

const COIN_RADIUS = 3.7;
/** The size of names, and the smallest letters and digits that can be read. */
const NAME_PIXELS = 13;
const LEAST_PIXELS = 12;
const DIGIT_WIDTH = 0.6;

interface SlotCoinProps {
  readonly coin: PlacedCoin;
  readonly isSolid: boolean;
  /** Centimetres. */
  readonly pixel: number;
  /** The last note on its surface. */
  readonly last: number;
}

const SlotCoin = memo(function SlotCoin({ coin, isSolid, pixel, last }: SlotCoinProps) {
  const { x, y, scale, slot, limb } = coin;
  const radius = COIN_RADIUS * scale;
  const size = Math.max(radius * (last < 99 ? 1.2 : 0.9), LEAST_PIXELS * pixel);
  const hasRoom = String(last + 1).length * DIGIT_WIDTH * size <= 2 * radius;
  const shape = { className: isSolid ? "coin-solid" : "coin-hollow", strokeWidth: 0.8 * scale };
  return (
    <g data-slot={slot} transform={`translate(${x} ${y})`}>
      <circle r={radius * 1.32} className="coin-halo floor-halo" />
      {isHand(limb) ? (
        <circle r={radius} {...shape} />
      ) : (
        <rect x={-radius} y={-radius} width={2 * radius} height={2 * radius} rx={radius / 3} {...shape} />
      )}
      {hasRoom ? (
        <text
          y={size * 0.35}
          textAnchor="middle"
          fontSize={size}
          fontWeight="700"
          className={isSolid ? "coin-letter-solid" : "coin-letter-hollow"}
        >
          {slot + 1}
        </text>
      ) : null}
    </g>
  );
});

interface HandsProps {
  readonly timeline: Timeline;
  readonly player: Player;
  readonly coins: readonly PlacedCoin[];
  readonly strongHand: Hand;
  readonly follow: FloorViewProps["follow"];
}

/** Both hands in motion, moved without re-rendering. */
function Hands({ timeline, player, coins, strongHand, follow }: HandsProps) {
  const marks = useRef<Record<Hand, SVGGElement | null>>({ R: null, L: null });
  const paths = useMemo(() => traceHands(timeline, player, coins), [timeline, player, coins]);
  useEffect(() => {
    follow.current = (at) => {
      const first = timeline.window.start;
      const isInside = at !== null && at >= first - QUARTER && at <= timeline.end;
      for (const mark of Object.values(marks.current)) if (mark) mark.style.display = "none";
      if (!isInside || at === null) return;
      for (const path of paths) {
        const mark = marks.current[path.hand];
        const { x, y } = handAt(path, at);
        mark?.setAttribute("transform", `translate(${x.toFixed(2)} ${y.toFixed(2)})`);
        if (mark) mark.style.display = "";
      }
    };
    return () => {
      follow.current = null;
    };
  }, [paths, timeline, follow]);
  return (
    <Unspoken className="pointer-events-none">
      {(["R", "L"] as const).map((hand) => (
        <g
          key={hand}
          ref={(mark) => {
            marks.current[hand] = mark;
          }}
          style={{ display: "none" }}
        >
          <circle
            r="6.4"
            fill="var(--copper)"
            fillOpacity="0.25"
            stroke="var(--copper)"
            strokeWidth="1.2"
            strokeDasharray={hand === strongHand ? undefined : "2.4 1.8"}
          />
          <text
            y="-8"
            textAnchor="middle"
            fontSize="6"
            fontWeight="700"
            fill="var(--copper)"
            stroke="var(--paper)"
            strokeWidth="1.6"
            paintOrder="stroke"
          >
            {hand}
          </text>
        </g>
      ))}
    </Unspoken>
  );
}
