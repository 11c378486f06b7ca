/**
 * The kit from above, seen from the seat: surfaces in their places, each stroke a small coin on its surface, the ways of
 * the hands as threads, thicker where they are long. Drawing only; what is done with it is told to its owner.
 */

import { DndContext, type DragMoveEvent, PointerSensor, useDraggable, useSensor, useSensors } from "@dnd-kit/core";
import { memo, useEffect, useId, useMemo, useRef } from "react";
import {
  basePlace,
  type Ceiling,
  CYMBALS,
  type Hand,
  isHand,
  type Kit,
  PLACE_NAMES,
  type Place,
  type Surface,
  type Timeline,
  type Travel,
} from "~/core";
import {
  drawThreads,
  frameKit,
  handAt,
  layCoins,
  onThread,
  type PlacedCoin,
  type Thread,
  traceHands,
} from "./floor-geometry";
import { type PickSlot, pointerHandlers, useLighting } from "./lighting";

/** What follows the sound: told at every frame where in the phrase the ear is, in ticks; null when nothing sounds. */
export type Follow = (at: number | null) => void;

export interface FloorViewProps {
  readonly kit: Kit;
  readonly travel: Travel;
  readonly timeline: Timeline;
  readonly strongHand: Hand;
  readonly ceiling: Ceiling | null;
  readonly onPick: PickSlot;
  /** A surface was pressed. */
  readonly onSurface: (place: Place) => void;
  /** Surfaces that may be pressed now; the others are quiet. */
  readonly isOpen: (place: Place) => boolean;
  readonly surfaceLabel: (surface: Surface) => string;
  /** Surfaces can be moved: told by how much, in centimetres of the plan; `isLast` when it is let go. */
  readonly onMove?: (place: Place, to: { x: number; y: number }, isLast: boolean) => void;
  readonly chosen: Place | null;
  /** Gets the function to call at every frame while it sounds. */
  readonly follow: React.RefObject<Follow | null>;
  readonly label: string;
}

export const FloorView = memo(function FloorView(props: FloorViewProps) {
  const { kit, travel, timeline, strongHand, ceiling, onPick, onMove, chosen, follow, label } = props;
  const frame = useRef<HTMLDivElement>(null);
  const svg = useRef<SVGSVGElement>(null);
  useLighting(frame);
  const box = useStillFrame(kit, onMove !== undefined);
  const coins = useMemo(() => layCoins(timeline, kit), [timeline, kit]);
  const threads = useMemo(() => drawThreads(timeline, travel, coins), [timeline, travel, coins]);
  const origin = useRef<{ place: Place; x: number; y: number } | null>(null);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 3 } }));

  const move = ({ active, delta }: Pick<DragMoveEvent, "active" | "delta">, isLast: boolean) => {
    const place = active.id as Place;
    const surface = kit.surfaces.find((one) => one.place === place);
    const scale = svg.current ? box.width / svg.current.getBoundingClientRect().width : 0;
    if (!surface || !onMove || scale === 0) return;
    if (origin.current?.place !== place) origin.current = { place, x: surface.x, y: surface.y };
    const { x, y } = origin.current;
    onMove(place, { x: Math.round(x + delta.x * scale), y: Math.round(y - delta.y * scale) }, isLast);
    if (isLast) origin.current = null;
  };

  return (
    <div ref={frame} className="drawing" {...pointerHandlers(onPick)}>
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
          className="block w-full max-h-[46vh] min-h-64"
        >
          <Seat />
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
            <SlotCoin key={coin.event} coin={coin} isSolid={isSolid(coin, strongHand)} />
          ))}
          <Names kit={kit} coins={coins} timeline={timeline} withPedals={onMove !== undefined} />
          <SpeedLabels threads={threads} ceiling={ceiling} tempo={timeline.tempo} kit={kit} coins={coins} />
          <Hands timeline={timeline} travel={travel} coins={coins} strongHand={strongHand} follow={follow} />
        </svg>
      </DndContext>
    </div>
  );
});

/** The plan keeps its frame while surfaces are moved: else the floor would slip away under the pointer. */
function useStillFrame(kit: Kit, isMoving: boolean) {
  const box = frameKit(kit);
  const still = useRef(box);
  const holds =
    isMoving &&
    box.x >= still.current.x - 40 &&
    box.y >= still.current.y - 40 &&
    box.x + box.width <= still.current.x + still.current.width + 40 &&
    box.y + box.height <= still.current.y + still.current.height + 40 &&
    box.width > still.current.width - 60;
  if (!holds) still.current = box;
  return still.current;
}

/** Surfaces say for themselves where they are. */
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

/** What only the eye needs: everything in it is said by surfaces and views in words. */
function Unspoken(props: React.SVGProps<SVGGElement>) {
  // biome-ignore lint/a11y/noAriaHiddenOnFocusable: a group of a drawing cannot have the focus
  return <g aria-hidden="true" {...props} />;
}

function Seat() {
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

/** A bass drum's depth and width in centimetres, as far as a plan tells. */
const SHELL = { width: 56, depth: 42 };

/** The bass drums behind their pedals: nothing is played there, but without them it is no kit. */
function Shells({ kit }: { kit: Kit }) {
  return (
    <Unspoken>
      {kit.surfaces
        .filter(({ place }) => place === "kk" || place === "k2")
        .map(({ place, x, y }) => (
          <rect
            key={place}
            x={x - SHELL.width / 2}
            y={-y - 9 - SHELL.depth}
            width={SHELL.width}
            height={SHELL.depth}
            rx="6"
            className="floor-shell"
          />
        ))}
    </Unspoken>
  );
}

interface SurfaceMarkProps {
  readonly surface: Surface;
  readonly isChosen: boolean;
  readonly isOpen: boolean;
  readonly isMovable: boolean;
  readonly label: string;
  readonly onPress: (place: Place) => void;
  readonly onMove: FloorViewProps["onMove"];
}

const STEPS: Record<string, readonly [x: number, y: number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
};
const LONG_STEP = 5;

const SurfaceMark = memo(function SurfaceMark(props: SurfaceMarkProps) {
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
  return (
    <g
      ref={setNodeRef as unknown as React.Ref<SVGGElement>}
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
        <rect x={-radius} y={-9} width={size} height="18" rx="3" className="floor-pedal" />
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

function isCymbal(place: Place): boolean {
  return CYMBALS.includes(place) || place === "cb";
}

const NAME_SIZE = 4.4;

function nameOf(place: Place): string {
  return PLACE_NAMES[place].replace("closed ", "");
}

/** Names stand under their surfaces. */
function nameLine({ y, size, angle, player }: Surface): number {
  return -y + (player === "hands" ? (size / 2) * leanOf(angle) + 5 : 14);
}

/** What leans looks lower from above. */
function leanOf(angle: number): number {
  return Math.max(0.45, Math.cos((angle * Math.PI) / 180));
}

interface NamesProps {
  readonly kit: Kit;
  readonly coins: readonly PlacedCoin[];
  readonly timeline: Timeline;
  /** Pedals are plain to see unless they are being moved. */
  readonly withPedals: boolean;
}

/** Under each surface its name, and on the plan over everything else. */
function Names({ kit, coins, timeline, withPedals }: NamesProps) {
  return (
    <Unspoken className="pointer-events-none">
      {kit.surfaces
        .filter(({ player }) => withPedals || player === "hands")
        .map((surface) => {
          const { place } = surface;
          const strokes = timeline.events.filter(
            (event) => event.grace === undefined && basePlace(event.place) === place,
          );
          const more = strokes.length - coins.filter((coin) => coin.place === place).length;
          return (
            <text
              key={place}
              x={surface.x}
              y={nameLine(surface)}
              textAnchor="middle"
              fontSize={NAME_SIZE}
              fontWeight="600"
              fill="var(--ink)"
              stroke="var(--paper)"
              strokeWidth="1.6"
              paintOrder="stroke"
            >
              {nameOf(place)}
              {more > 0 ? ` +${more}` : ""}
            </text>
          );
        })}
    </Unspoken>
  );
}

const COIN_RADIUS = 3.7;

const SlotCoin = memo(function SlotCoin({ coin, isSolid }: { coin: PlacedCoin; isSolid: boolean }) {
  const { x, y, scale, slot, limb } = coin;
  const radius = COIN_RADIUS * scale;
  const shape = { className: isSolid ? "coin-solid" : "coin-hollow", strokeWidth: 0.8 * scale };
  return (
    <g data-slot={slot} transform={`translate(${x} ${y})`}>
      <circle r={radius * 1.32} className="coin-halo floor-halo" />
      {isHand(limb) ? (
        <circle r={radius} {...shape} />
      ) : (
        <rect x={-radius} y={-radius} width={2 * radius} height={2 * radius} rx={radius / 3} {...shape} />
      )}
      <text
        y={radius * 0.42}
        textAnchor="middle"
        fontSize={radius * (slot < 99 ? 1.2 : 0.9)}
        fontWeight="700"
        className={isSolid ? "coin-letter-solid" : "coin-letter-hollow"}
      >
        {slot + 1}
      </text>
    </g>
  );
});

/** Thicker the farther. Centimetres of the plan. */
function thickness(distance: number): number {
  return 0.5 + distance / 70;
}

/** Oxblood is for what cannot be played. */
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

interface ThreadsProps {
  readonly threads: readonly Thread[];
  readonly strongHand: Hand;
  readonly ceiling: Ceiling | null;
  readonly tempo: number;
}

const Threads = memo(function Threads({ threads, strongHand, ceiling, tempo }: ThreadsProps) {
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

const MOST_LABELS = 3;
const LABEL_SIZE = 4.2;
/** Where along its thread a label may stand, the best place first. */
const LABEL_SHARES = [0.5, 0.38, 0.62, 0.28, 0.72];

interface Box {
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
}

function boxOf(text: string, { x, y }: { x: number; y: number }, size: number): Box {
  const half = text.length * size * 0.3;
  return { left: x - half, right: x + half, top: y - size, bottom: y + size * 0.4 };
}

function meets(a: Box, b: Box): boolean {
  return a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom;
}

interface SpeedLabelsProps extends Omit<ThreadsProps, "strongHand"> {
  readonly kit: Kit;
  readonly coins: readonly PlacedCoin[];
}

/** The moves that ask most, and the one that sets the ceiling: which strokes, and how fast the hand flies. */
const SpeedLabels = memo(function SpeedLabels({ threads, ceiling, tempo, kit, coins }: SpeedLabelsProps) {
  const taken: Box[] = [
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
    .slice(0, MOST_LABELS);
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
        // Where there is no room at all, only what sets the ceiling is told.
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

interface HandsProps {
  readonly timeline: Timeline;
  readonly travel: Travel;
  readonly coins: readonly PlacedCoin[];
  readonly strongHand: Hand;
  readonly follow: FloorViewProps["follow"];
}

/** Both hands as they go through the air, moved without drawing anew. */
function Hands({ timeline, travel, coins, strongHand, follow }: HandsProps) {
  const marks = useRef<Record<Hand, SVGGElement | null>>({ R: null, L: null });
  const paths = useMemo(() => traceHands(timeline, travel, coins), [timeline, travel, coins]);
  useEffect(() => {
    follow.current = (at) => {
      const first = timeline.window.start;
      const isInside = at !== null && at >= first - 10_080 && at <= timeline.end;
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
