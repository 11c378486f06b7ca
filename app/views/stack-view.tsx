/** The main picture: each cell a row of coins, piled from the bottom up, with threads through the beats. */

import { lazy, memo, useMemo, useRef } from "react";
import { type CountStyle, countSlot, isOnBeat } from "~/core/pulse";
import type { Hand } from "~/core/stroke";
import { formatRate, locate, sameRate } from "~/core/time";
import type { Timeline, TimelineCell, TimelineSlot } from "~/core/timeline";
import { describeSlot } from "~/words/slot";
import { plural } from "~/words/time";
import { AfterHydration } from "./after-hydration";
import { Coin } from "./coin";
import { type PickSlot, pointerHandlers, useLighting, useLights } from "./lighting";
import type { Grip } from "./movable-rows";
import type { Section } from "./section";
import type { Room } from "./use-room";
import { useWidth } from "./use-width";

const PITCH = 52;
const ROW = 58;
/** The same as the class "gap-2", so that the page needs no style attribute. */
const ROW_GAP = 8;
/** The pile is compressed to fit its room; beyond that it scrolls. */
const DEFAULT_ROOM = { pile: 372, width: 486 };
const MIN_ROW = 38;
/** Coins grow with the available room, up to this size. */
const MAX_SCALE = 1.3;
/** The same as the class "w-11". */
const HANDLE_WIDTH = 44;
/** Smaller coins are unreadable, so the stack scrolls sideways instead. */
const MIN_SCALE = 0.5;

/** Dragging needs a lot of code, which loads after the coins are visible. */
const MovableRows = lazy(() => import("./movable-rows"));

export interface StackViewProps {
  readonly timeline: Timeline;
  readonly section: Section;
  readonly strongHand: Hand;
  readonly countStyle: CountStyle;
  /** Null for a stack to look at, which takes no focus. */
  readonly onPick: PickSlot | null;
  /** Without it, cells can't be moved. */
  readonly onMoveCell?: (from: number, to: number) => void;
  readonly onKeyDown?: (event: React.KeyboardEvent) => void;
  /** The chosen cells, including the last. */
  readonly picked?: { readonly from: number; readonly to: number } | null;
  readonly room?: Pick<Room, "pile" | "width">;
  /** For assistive technology. */
  readonly label?: string;
  /** The chosen slot, for assistive technology. */
  readonly cursor: number | null;
}

export const StackView = memo(function StackView({
  timeline,
  section,
  strongHand,
  countStyle,
  onPick,
  onMoveCell,
  onKeyDown,
  picked = null,
  room: { pile, width: guess } = DEFAULT_ROOM,
  label = "Stack: arrow keys choose a note",
  cursor,
}: StackViewProps) {
  const frame = useRef<HTMLDivElement>(null);
  const width = useWidth(frame) || guess;
  const lights = useLights();
  useLighting(frame);
  const widest = section.cells.reduce((most, cell) => Math.max(most, cell.size), 1);
  const saysRates = section.cells.some((_, row) => rateToSay(section.cells, row) !== null);
  const across = width - HANDLE_WIDTH - (saysRates ? 44 : 12);
  const byWidth = Math.max(MIN_SCALE, across / (widest * PITCH));
  const most = ROW * Math.max(1, Math.min(MAX_SCALE, byWidth));
  const rowHeight = Math.max(MIN_ROW, Math.min(most, pile / Math.max(1, section.cells.length) - ROW_GAP));
  const scale = Math.min(MAX_SCALE, byWidth, rowHeight / (ROW * 0.86));
  const tell = (slot: TimelineSlot) =>
    `Cell ${slot.cell + 1}, note ${slot.inCell + 1}, counted “${countSlot(countStyle, slot, timeline.meter)}”: ${describeSlot(slot.voiced)}`;
  const renderRow = (cell: TimelineCell, row: number, grip: Grip | null) => (
    <CellRow
      key={cell.index}
      cell={cell}
      slots={section.slots.filter((slot) => slot.cell === cell.index)}
      rate={rateToSay(section.cells, row)}
      scale={scale}
      height={rowHeight}
      strongHand={strongHand}
      tell={tell}
      isChoice={onPick !== null}
      grip={grip}
      cursor={cursor}
      isPicked={picked !== null && cell.index >= picked.from && cell.index <= picked.to}
    />
  );
  const still = section.cells.map((cell, row) => renderRow(cell, row, null));
  return (
    <div ref={frame} className="drawing overflow-x-auto pt-2" {...(onPick ? pointerHandlers(lights, onPick) : {})}>
      <div className="relative w-max">
        <Threads section={section} timeline={timeline} scale={scale} rowHeight={rowHeight} widest={widest} />
        <div
          {...(onPick
            ? {
                role: "grid",
                "aria-label": label,
                tabIndex: 0,
                "aria-multiselectable": picked ? true : undefined,
                "aria-activedescendant": cursor === null ? undefined : `stack-slot-${cursor}`,
                onKeyDown,
              }
            : { role: "table", "aria-label": label })}
          className="flex flex-col-reverse gap-2 rounded-box -outline-offset-2"
        >
          {onMoveCell ? (
            <AfterHydration fallback={still}>
              <MovableRows
                count={section.cells.length}
                keyOf={(row) => section.cells[row]?.index ?? row}
                first={section.cells[0]?.index ?? 0}
                what="Cell"
                renderRow={(row, grip) => renderRow(section.cells[row] as TimelineCell, row, grip)}
                onMove={onMoveCell}
              />
            </AfterHydration>
          ) : (
            still
          )}
        </div>
      </div>
    </div>
  );
});

/** A row names its rate where it changes. */
function rateToSay(cells: readonly TimelineCell[], row: number): string | null {
  const cell = cells[row];
  const before = cells[row - 1];
  return cell && before && !sameRate(cell.rate, before.rate) ? `@${formatRate(cell.rate)}` : null;
}

interface CellRowProps {
  readonly cell: TimelineCell;
  readonly slots: readonly TimelineSlot[];
  readonly rate: string | null;
  readonly scale: number;
  readonly height: number;
  readonly strongHand: Hand;
  /** A note in words. */
  readonly tell: (slot: TimelineSlot) => string;
  readonly isChoice: boolean;
  /** Null for a fixed row. */
  readonly grip: Grip | null;
  readonly cursor: number | null;
  readonly isPicked: boolean;
}

function CellRow(props: CellRowProps) {
  const { cell, slots, rate, scale, height, strongHand, tell, isChoice, grip, cursor, isPicked } = props;
  const width = slots.length * PITCH * scale;
  return (
    <div
      ref={grip?.row}
      role="row"
      aria-selected={isPicked || undefined}
      className={`flex items-center rounded-box ${isPicked ? "bg-primary/15 outline-2 -outline-offset-2 outline-dashed outline-primary" : ""}`}
      style={{
        transform: grip?.transform,
        transition: grip?.transition,
        opacity: grip?.isDragging ? 0.7 : undefined,
      }}
    >
      <div role="rowheader" className="w-11 shrink-0">
        {grip ? (
          <button
            ref={grip.handle}
            type="button"
            {...grip.handleProps}
            aria-label={`Move cell ${cell.index + 1} (${plural(cell.size, "note")})`}
            title="Drag to move this cell"
            className="w-11 h-11 rounded-field font-display font-bold text-xl text-primary cursor-grab hover:bg-base-200 touch-none"
          >
            {cell.size}
          </button>
        ) : (
          <span className="w-10 h-10 grid place-items-center font-display font-bold text-xl text-primary">
            {cell.size}
          </span>
        )}
      </div>
      <div role="none" className="relative">
        <div className="absolute inset-0 rounded-full border border-base-300 bg-base-100" />
        <svg role="none" width={width} height={height} className="relative z-2 block overflow-visible">
          {slots.map((slot, index) => (
            <g
              key={slot.index}
              id={`stack-slot-${slot.index}`}
              data-slot={slot.index}
              {...(isChoice ? { role: "gridcell", "aria-selected": slot.index === cursor } : { role: "cell" })}
              aria-label={tell(slot)}
            >
              <rect
                x={index * PITCH * scale}
                y={(height - ROW * scale) / 2}
                width={PITCH * scale}
                height={ROW * scale}
                fill="transparent"
              />
              <Coin
                slot={slot.voiced}
                strongHand={strongHand}
                loud={slot.loud}
                x={(index + 0.5) * PITCH * scale}
                y={height / 2}
                scale={scale}
              />
            </g>
          ))}
        </svg>
        {rate ? (
          <span className="absolute left-full top-1/2 -translate-y-1/2 ml-2 font-line text-xs text-primary">
            {rate}
          </span>
        ) : null}
      </div>
    </div>
  );
}

interface StackThreadsProps {
  readonly section: Section;
  readonly timeline: Timeline;
  readonly scale: number;
  readonly rowHeight: number;
  readonly widest: number;
}

/** Dotted lines between consecutive slots on beats, with beat numbers. */
function Threads({ section, timeline: { meter, pulse }, scale, rowHeight, widest }: StackThreadsProps) {
  const points = useMemo(() => {
    const firstCell = section.cells[0]?.index ?? 0;
    const offset = section.slots[0]?.inCell ?? 0;
    return section.slots
      .filter((slot) => isOnBeat(slot.at, pulse))
      .map((slot) => {
        const place = slot.cell === firstCell ? slot.inCell - offset : slot.inCell;
        return { slot, row: slot.cell - firstCell, place, beat: locate(slot.at, meter).beat };
      });
  }, [section, meter, pulse]);
  const rows = section.cells.length;
  const height = rows * (rowHeight + ROW_GAP) - ROW_GAP;
  // Between two coins, clear of the names of drums under the coins of the row above.
  const badgeShift = -PITCH * scale * 0.42;
  const x = (place: number) => (place + 0.5) * PITCH * scale;
  const y = (row: number) => height - row * (rowHeight + ROW_GAP) - rowHeight / 2;
  return (
    <svg
      aria-hidden="true"
      width={widest * PITCH * scale}
      height={height}
      className="absolute top-0 left-11 z-1 pointer-events-none overflow-visible"
    >
      {points.slice(1).map((point, index) => {
        const from = points[index];
        if (!from) return null;
        return (
          <line
            key={point.slot.index}
            x1={x(from.place)}
            y1={y(from.row)}
            x2={x(point.place)}
            y2={y(point.row)}
            stroke="var(--verdigris)"
            strokeWidth="2"
            strokeDasharray="1 5"
            strokeLinecap="round"
          />
        );
      })}
      {points.map(({ slot, row, place, beat }) => (
        <g key={slot.index} transform={`translate(${x(place) + badgeShift} ${y(row) - rowHeight / 2})`}>
          <rect
            x="-9.5"
            y="-7.5"
            width="19"
            height="15"
            rx="7.5"
            fill={beat === 0 ? "var(--ink)" : "var(--verdigris)"}
          />
          <text y="3.8" textAnchor="middle" fontSize="12" fontWeight="650" fill="var(--paper)">
            {beat + 1}
          </text>
        </g>
      ))}
    </svg>
  );
}
