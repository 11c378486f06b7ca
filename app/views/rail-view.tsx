/** Time from left to right over real bars: beat posts, the window as a tray, cells as brackets, what is left or over. */

import { memo, type ReactNode, useId, useRef } from "react";
import { beatsBetween, type CountStyle, countSlot, isOnBeat, speakSlot } from "~/core/pulse";
import type { FigureHit } from "~/core/search";
import type { Hand } from "~/core/stroke";
import { barTicks, beatTicks, locate, slotTicks, TICKS_PER_QUARTER, type Ticks, ticks } from "~/core/time";
import { loudAt, type Timeline, type TimelineCell, type TimelineSlot, type TimelineSwell } from "~/core/timeline";
import { nameSlot } from "~/words/slot";
import { Coin } from "./coin";
import { type PickSlot, pointerHandlers, useLighting, useLights } from "./lighting";
import type { Section } from "./section";
import { useWidth } from "./use-width";

const EDGE = 26;
const BRACKET_Y = 14;
const COIN_Y = 50;
const RAIL_Y = 88;
const COUNT_Y = 108;
const HEIGHT = 118;
/** Pixels that a slot needs; rows are broken at beats until there is that much. */
const MIN_PITCH = 24;
const FULL_PITCH = 60;

export interface RailViewProps {
  readonly timeline: Timeline;
  readonly section: Section;
  readonly strongHand: Hand;
  readonly countStyle: CountStyle;
  readonly onPick: PickSlot;
  readonly onKeyDown?: (event: React.KeyboardEvent) => void;
  readonly cursor: number | null;
  /** Cells that are chosen together, the last one included. */
  readonly picked?: { readonly from: number; readonly to: number } | null;
  /** Slots with a wedge under them. */
  readonly marked?: ReadonlySet<number>;
  /** What the band hits, above the cells. */
  readonly hits?: readonly FigureHit[];
  /** Pixels across, until that is measured. */
  readonly guess?: number;
  readonly size?: RailSize;
  /** For assistive technology. */
  readonly label?: string;
}

const NONE: ReadonlySet<number> = new Set();
const NO_HITS: readonly FigureHit[] = [];
/** Height of the lane of the band's figure. */
const LANE = 18;

/** One row of the rail: from tick to tick, whole beats. */
interface Row {
  readonly from: Ticks;
  readonly to: Ticks;
  readonly bar: number;
  readonly opensBar: boolean;
}

export const RailView = memo(function RailView({
  timeline,
  section,
  strongHand,
  countStyle,
  onPick,
  onKeyDown,
  cursor,
  picked = null,
  marked = NONE,
  hits = NO_HITS,
  guess = 640,
  size = USUAL,
  label = "Rail: arrow keys choose a note",
}: RailViewProps) {
  const name = useId();
  const frame = useRef<HTMLDivElement>(null);
  const width = useWidth(frame);
  const lights = useLights();
  useLighting(frame);
  const shortest = shortestSlot(section);
  // Until it is measured it is drawn at a width that is guessed, and stretched.
  const drawn = (width || guess) / size.times;
  const rows = breakRows(timeline, section, shortest, drawn - 2 * EDGE, size.pitch);
  return (
    <div
      ref={frame}
      role="listbox"
      aria-label={label}
      aria-orientation="horizontal"
      aria-activedescendant={cursor === null ? undefined : `${name}${cursor}`}
      tabIndex={0}
      onKeyDown={onKeyDown}
      className="drawing rounded-box"
      {...pointerHandlers(lights, onPick)}
    >
      {rows.map((row) => (
        <RailRow
          key={row.from}
          row={row}
          timeline={timeline}
          section={section}
          shortest={shortest}
          width={drawn}
          shownWidth={width === 0 ? "100%" : width}
          times={size.times}
          hasBars={rows.some(({ bar }) => bar > 0)}
          strongHand={strongHand}
          countStyle={countStyle}
          name={name}
          cursor={cursor}
          picked={picked}
          marked={marked}
          hits={hits}
        />
      ))}
    </div>
  );
});

/** How large a rail is drawn. */
export interface RailSize {
  /** Times as large. */
  readonly times: number;
  /** Pixels that a slot needs at least, before that; rows are broken at beats until there is so much. */
  readonly pitch: number;
}

const USUAL: RailSize = { times: 1, pitch: MIN_PITCH };
const PITCHES = [MIN_PITCH, 30, 40, 48] as const;
const MOST_TIMES = 4;

/** The size at which the coins are largest and all rows are in sight in a frame of so many pixels. */
export function sizeRail(timeline: Timeline, section: Section, frame: { width: number; height: number }): RailSize {
  const shortest = shortestSlot(section);
  let best = { ...USUAL, coin: 0 };
  for (const pitch of PITCHES) {
    for (let times = 0.75; times <= MOST_TIMES; times += 0.125) {
      const room = frame.width / times - 2 * EDGE;
      const rows = breakRows(timeline, section, shortest, room, pitch);
      const longest = rows.reduce((most, { from, to }) => Math.max(most, to - from), 1);
      const coin = coinScale((room * shortest) / longest) * times;
      if (rows.length * HEIGHT * times <= frame.height && coin > best.coin) best = { times, pitch, coin };
    }
  }
  return best;
}

/** Of coins that stand so many pixels apart. */
function coinScale(pitch: number): number {
  return Math.min(1.2, pitch / 40);
}

function shortestSlot(section: Section): number {
  return section.slots.reduce<number>((least, slot) => Math.min(least, slot.duration), TICKS_PER_QUARTER);
}

/** Bars from where phrase or window begin to where they end, each broken into as few equal rows as give room. */
function breakRows(
  timeline: Timeline,
  section: Section,
  shortest: number,
  room: number,
  leastPitch = MIN_PITCH,
): Row[] {
  const { meter, window } = timeline;
  const bar = barTicks(meter);
  const beat = beatTicks(meter);
  const first = section.slots[0]?.at ?? window.start;
  const lastSlot = section.slots.at(-1);
  const isLast = section.number === section.count - 1;
  const end = Math.max(
    lastSlot ? lastSlot.at + lastSlot.duration : first + 1,
    isLast ? window.start + window.length : 0,
  );
  const slotsPerBeat = beat / shortest;
  const beatsPerRow = largestPart(bar / beat, Math.max(1, Math.floor(room / (slotsPerBeat * leastPitch))));
  const rows: Row[] = [];
  for (let number = Math.floor(first / bar); number * bar < end; number++) {
    for (let from = number * bar; from < (number + 1) * bar; from += beatsPerRow * beat) {
      const to = Math.min(from + beatsPerRow * beat, (number + 1) * bar);
      rows.push({ from: ticks(from), to: ticks(to), bar: number, opensBar: from === number * bar });
    }
  }
  return rows;
}

/** How many beats go in a row: the fewest equal rows with at most `most` beats each. */
function largestPart(beats: number, most: number): number {
  return Math.ceil(beats / Math.ceil(beats / Math.min(most, beats)));
}

interface RailRowProps {
  readonly row: Row;
  readonly timeline: Timeline;
  readonly section: Section;
  /** Ticks of the shortest slot that is shown: all rows have one scale. */
  readonly shortest: number;
  readonly width: number;
  /** The same as it stands on the page: in pixels, or all the width that there is. */
  readonly shownWidth: number | "100%";
  readonly times: number;
  /** More than one bar is shown: they are numbered. */
  readonly hasBars: boolean;
  readonly strongHand: Hand;
  readonly countStyle: CountStyle;
  /** Before a slot's number, its id. */
  readonly name: string;
  readonly cursor: number | null;
  readonly picked: RailViewProps["picked"];
  readonly marked: ReadonlySet<number>;
  readonly hits: readonly FigureHit[];
}

function RailRow(props: RailRowProps) {
  const {
    row,
    timeline,
    section,
    shortest,
    width,
    shownWidth,
    times,
    hasBars,
    strongHand,
    countStyle,
    name,
    cursor,
    picked,
    marked,
    hits,
  } = props;
  const { meter, window } = timeline;
  const perTick = (width - 2 * EDGE) / (row.to - row.from);
  const pitch = Math.min(FULL_PITCH, shortest * perTick);
  const scale = coinScale(pitch);
  const x = (at: number) => EDGE + pitch * 0.1 + (at - row.from) * perTick;
  const left = (at: number) => x(Math.max(at, row.from)) - (at < row.from ? EDGE : pitch / 2);
  const right = (at: number) => (at > row.to ? width : x(at) - pitch / 2);
  const slots = section.slots.filter((slot) => slot.at >= row.from && slot.at < row.to);
  const cells = section.cells.filter((cell) => cell.at < row.to && cell.at + cell.duration > row.from);
  const windowEnd = window.start + window.length;
  const gap = section.number === section.count - 1 ? listGap(timeline, row) : [];
  const over = slots.some((slot) => slot.at >= windowEnd);
  const lane = hits.length > 0 ? LANE : 0;
  return (
    <svg
      width={shownWidth}
      height={(HEIGHT + lane) * times}
      viewBox={`0 ${-lane} ${width} ${HEIGHT + lane}`}
      className="block overflow-visible"
      role="none"
    >
      {hits
        .filter(({ at }) => at >= row.from && at < row.to)
        .map((hit) => (
          <HitMark key={hit.at} hit={hit} x={x(hit.at)} />
        ))}
      {windowEnd > row.from && window.start < row.to ? (
        <rect
          x={left(window.start)}
          y={COIN_Y - 28}
          width={Math.max(0, right(windowEnd) - left(window.start))}
          height={RAIL_Y - COIN_Y + 28}
          rx="8"
          fill="var(--verdigris)"
          fillOpacity="0.09"
        />
      ) : null}
      {over ? (
        <rect
          x={left(Math.max(windowEnd, row.from))}
          y={COIN_Y - 28}
          width={Math.max(0, right(timeline.end) - left(Math.max(windowEnd, row.from)))}
          height={RAIL_Y - COIN_Y + 28}
          rx="8"
          fill="var(--oxblood)"
          fillOpacity="0.12"
          stroke="var(--oxblood)"
          strokeDasharray="4 3"
        />
      ) : null}
      <rect x="4" y={RAIL_Y - 2} width={width - 8} height="4" rx="2" fill="var(--nickel)" />
      {timeline.swells
        .filter(({ from, to }) => from < row.to && to >= row.from)
        .map((swell) => (
          <SwellMark key={swell.firstSlot} swell={swell} row={row} x={x} />
        ))}
      {row.opensBar && hasBars ? (
        <text x="2" y={COUNT_Y} fontSize="11" fontWeight="650" fill="var(--nickel)">
          {row.bar + 1}
        </text>
      ) : null}
      <Posts row={row} timeline={timeline} x={x} countStyle={countStyle} slots={slots} gap={gap} />
      {cells.map((cell) => (
        <Bracket
          key={cell.index}
          cell={cell}
          row={row}
          x={x}
          pitch={pitch}
          width={width}
          isPicked={!!picked && cell.index >= picked.from && cell.index <= picked.to}
        />
      ))}
      {gap[0] !== undefined ? (
        <GapBracket from={x(gap[0]) - pitch * 0.4} to={x(gap.at(-1) ?? gap[0]) + pitch * 0.4} slots={gap.length} />
      ) : null}
      {gap.map((at) => (
        <g key={at} transform={`translate(${x(at)} ${COIN_Y})`}>
          <circle r={11 * scale} fill="none" stroke="var(--verdigris)" strokeWidth="1.6" strokeDasharray="3 3" />
        </g>
      ))}
      {slots.map((slot) => (
        <g
          key={slot.index}
          id={`${name}${slot.index}`}
          data-slot={slot.index}
          role="option"
          aria-selected={slot.index === cursor}
          aria-label={`${countSlot(countStyle, slot, meter)}: ${nameSlot(slot.voiced)}${marked.has(slot.index) ? ", shifted" : ""}`}
          transform={`translate(${x(slot.at)} ${COIN_Y})`}
        >
          <rect x={-pitch / 2} y="-28" width={pitch} height="72" fill="transparent" />
          <g transform={`scale(${scale})`}>
            <Coin slot={slot.voiced} strongHand={strongHand} loud={slot.loud} />
          </g>
          {marked.has(slot.index) ? <path d="M0 17l5.5 9h-11z" fill="var(--oxblood)" /> : null}
        </g>
      ))}
    </svg>
  );
}

/** The rail itself grows or thins with a crescendo or diminuendo. */
function SwellMark({ swell, row, x }: { swell: TimelineSwell; row: Row; x: (at: number) => number }) {
  const thick = (at: number) => 2 + 5 * loudAt(at, swell);
  const [start, end] = [Math.max(swell.from, row.from), Math.min(swell.to, row.to)];
  const [before, after] = [thick(start), thick(end)];
  return (
    <path
      d={`M${x(start)} ${RAIL_Y - before}L${x(end)} ${RAIL_Y - after}V${RAIL_Y + after}L${x(start)} ${RAIL_Y + before}z`}
      fill="var(--copper)"
    >
      <title>{swell.swell}</title>
    </path>
  );
}

/** A hit of the band: filled where the phrase is with it, crossed where it is not, pale where there is no phrase. */
function HitMark({ hit, x }: { hit: FigureHit; x: number }) {
  const colour = hit.kept === null ? "var(--nickel)" : hit.kept ? "var(--verdigris)" : "var(--oxblood)";
  return (
    <g transform={`translate(${x} ${-LANE / 2})`}>
      <title>{hit.kept === null ? "the band hits here" : hit.kept ? "with the band" : "not with the band"}</title>
      <path d="M0-6l6 6l-6 6l-6-6z" fill={hit.kept ? colour : "none"} stroke={colour} strokeWidth="1.6" />
      {hit.kept === false ? <path d="M-3-3l6 6M3-3l-6 6" stroke={colour} strokeWidth="1.6" /> : null}
    </g>
  );
}

/** Positions of empty slots between the phrase's end and the window's, in this row. */
function listGap(timeline: Timeline, row: Row): number[] {
  const rate = timeline.cells.at(-1)?.rate;
  const step = rate ? slotTicks(rate) : TICKS_PER_QUARTER / 4;
  const end = timeline.window.start + timeline.window.length;
  const free: number[] = [];
  for (let at: number = timeline.end; at < end && at < row.to; at += step) if (at >= row.from) free.push(at);
  return free;
}

interface PostsProps {
  readonly row: Row;
  readonly timeline: Timeline;
  readonly x: (at: number) => number;
  readonly countStyle: CountStyle;
  readonly slots: readonly TimelineSlot[];
  readonly gap: readonly number[];
}

function Posts({ row, timeline: { meter, pulse }, x, countStyle, slots, gap }: PostsProps) {
  const beats = beatsBetween(pulse, row.from, row.to);
  const counted = new Set(slots.map((slot) => slot.at as number));
  const small = slots.length > 20 ? 12 : 13;
  return (
    <>
      {beats.map((at) => (
        <g key={at}>
          <line x1={x(at)} x2={x(at)} y1={COIN_Y - 22} y2={RAIL_Y + 8} stroke="var(--verdigris)" strokeWidth="2" />
          {counted.has(at) || gap.includes(at) ? null : (
            <text x={x(at)} y={COUNT_Y} textAnchor="middle" fontSize={small} fill="var(--nickel)">
              {locate(ticks(at), meter).beat + 1}
            </text>
          )}
        </g>
      ))}
      {slots.map((slot) => {
        const onBeat = isOnBeat(slot.at, pulse);
        return (
          <text
            key={slot.index}
            x={x(slot.at)}
            y={COUNT_Y}
            textAnchor="middle"
            fontSize={small}
            fontWeight={onBeat ? 700 : 450}
            fill={onBeat ? "var(--ink)" : "var(--nickel)"}
          >
            {speakSlot(countStyle, slot, meter)}
          </text>
        );
      })}
    </>
  );
}

/** Words on a bracket's line, which gives way to them. */
function Stamp({ x, size, colour, children }: { x: number; size: number; colour: string; children: ReactNode }) {
  return (
    <text
      x={x}
      y={BRACKET_Y + size / 3}
      textAnchor="middle"
      fontSize={size}
      fontWeight="700"
      fill={colour}
      stroke="var(--paper)"
      strokeWidth="6"
      paintOrder="stroke"
    >
      {children}
    </text>
  );
}

/** Over the open slots of a row: how many there are. */
function GapBracket({ from, to, slots }: { from: number; to: number; slots: number }) {
  return (
    <g>
      {slots > 1 ? (
        <path
          d={`M${from} ${BRACKET_Y + 8}V${BRACKET_Y}H${to}v8`}
          fill="none"
          stroke="var(--verdigris)"
          strokeWidth="1.6"
          strokeDasharray="3 3"
        />
      ) : null}
      <Stamp x={(from + to) / 2} size={11.5} colour="var(--verdigris)">
        {slots} left
      </Stamp>
    </g>
  );
}

interface BracketProps {
  readonly cell: TimelineCell;
  readonly row: Row;
  readonly x: (at: number) => number;
  readonly pitch: number;
  readonly width: number;
  readonly isPicked: boolean;
}

/** The stamp over a cell: its size, and where it begins and ends in this row. */
function Bracket({ cell, row, x, pitch, width, isPicked }: BracketProps) {
  const opens = cell.at >= row.from;
  const end = cell.at + cell.duration;
  const closes = end <= row.to;
  const from = opens ? x(cell.at) - pitch * 0.4 : 4;
  const to = closes ? x(end) - pitch * 0.6 : width - 4;
  const path = `M${from} ${BRACKET_Y + (opens ? 8 : 0)}V${BRACKET_Y}H${to}${closes ? "v8" : ""}`;
  return (
    <g>
      {isPicked ? (
        <rect
          x={from}
          y={BRACKET_Y}
          width={to - from}
          height={RAIL_Y - BRACKET_Y}
          fill="var(--copper)"
          fillOpacity="0.15"
        />
      ) : null}
      <path
        d={path}
        fill="none"
        stroke="var(--copper)"
        strokeWidth={isPicked ? 4 : 2}
        strokeDasharray={opens && closes ? undefined : "6 3"}
      />
      <Stamp x={(from + to) / 2} size={15} colour="var(--copper)">
        {cell.size}
      </Stamp>
    </g>
  );
}
