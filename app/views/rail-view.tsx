/**
 * Time from left to right over real bars: beat posts, the window as a tray, cells as brackets, and what is missing or
 * left over.
 */

import { memo, useId, useRef } from "react";
import { type CountStyle, countSlot } from "~/core/pulse";
import type { FigureHit } from "~/core/search";
import type { Hand } from "~/core/stroke";
import type { Timeline } from "~/core/timeline";
import { describeSlot } from "~/words/slot";
import { Coin } from "./coin";
import { type PickSlot, pointerHandlers, useLighting, useLights } from "./lighting";
import { Bracket, COIN_Y, COUNT_Y, GapBracket, HitMark, LANE, Posts, RAIL_Y, SwellMark } from "./rail-marks";
import {
  breakRows,
  coinScale,
  EDGE,
  HEIGHT,
  listGap,
  type RailRow,
  type RailSize,
  shortestSlot,
  USUAL,
} from "./rail-rows";
import type { Section } from "./section";
import { useWidth } from "./use-width";

const FULL_PITCH = 60;

export interface RailViewProps {
  readonly timeline: Timeline;
  readonly section: Section;
  readonly strongHand: Hand;
  readonly countStyle: CountStyle;
  /** Null for a rail to look at, which takes no focus. */
  readonly onPick: PickSlot | null;
  readonly onKeyDown?: (event: React.KeyboardEvent) => void;
  readonly cursor: number | null;
  /** The chosen cells, including the last. */
  readonly picked?: { readonly from: number; readonly to: number } | null;
  /** Slots with a wedge below them. */
  readonly marked?: ReadonlySet<number>;
  /** The band's hits, above the cells. */
  readonly hits?: readonly FigureHit[];
  /** Width in pixels, until measured. */
  readonly guess?: number;
  readonly size?: RailSize;
  /** For assistive technology. */
  readonly label?: string;
}

const NONE: ReadonlySet<number> = new Set();
const NO_HITS: readonly FigureHit[] = [];
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
  // Until measured, it is drawn at an estimated width and stretched.
  const drawn = (width || guess) / size.times;
  const rows = breakRows(timeline, section, shortest, drawn - 2 * EDGE, size.pitch);
  return (
    <div
      ref={frame}
      className="drawing rounded-box"
      {...(onPick
        ? {
            role: "listbox",
            "aria-label": label,
            "aria-orientation": "horizontal",
            "aria-activedescendant": cursor === null ? undefined : `${name}${cursor}`,
            tabIndex: 0,
            onKeyDown,
            ...pointerHandlers(lights, onPick),
          }
        : { role: "list", "aria-label": label })}
    >
      {rows.map((row) => (
        <RailRowView
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
          isChoice={onPick !== null}
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

interface RailRowProps {
  readonly row: RailRow;
  readonly timeline: Timeline;
  readonly section: Section;
  /** Ticks of the shortest slot shown: all rows share one scale. */
  readonly shortest: number;
  readonly width: number;
  /** Its size on the page: in pixels, or the full available width. */
  readonly shownWidth: number | "100%";
  readonly times: number;
  /** Numbers the bars if there is more than one. */
  readonly hasBars: boolean;
  readonly strongHand: Hand;
  readonly countStyle: CountStyle;
  readonly isChoice: boolean;
  /** Prefix of a slot's id, before its number. */
  readonly name: string;
  readonly cursor: number | null;
  readonly picked: RailViewProps["picked"];
  readonly marked: ReadonlySet<number>;
  readonly hits: readonly FigureHit[];
}

function RailRowView(props: RailRowProps) {
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
    isChoice,
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
        <text x="2" y={COUNT_Y} fontSize="12" fontWeight="650" fill="var(--nickel)">
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
        <circle
          key={at}
          cx={x(at)}
          cy={COIN_Y}
          r={11 * scale}
          fill="none"
          stroke="var(--verdigris)"
          strokeWidth="1.6"
          strokeDasharray="3 3"
        />
      ))}
      {slots.map((slot) => (
        <g
          key={slot.index}
          id={`${name}${slot.index}`}
          data-slot={slot.index}
          {...(isChoice ? { role: "option", "aria-selected": slot.index === cursor } : { role: "listitem" })}
          aria-label={`${countSlot(countStyle, slot, meter)}: ${describeSlot(slot.voiced)}${marked.has(slot.index) ? ", shifted" : ""}`}
        >
          <rect x={x(slot.at) - pitch / 2} y={COIN_Y - 28} width={pitch} height="72" fill="transparent" />
          <Coin slot={slot.voiced} strongHand={strongHand} loud={slot.loud} x={x(slot.at)} y={COIN_Y} scale={scale} />
          {marked.has(slot.index) ? (
            <path d={`M${x(slot.at)} ${COIN_Y + 17}l5.5 9h-11z`} fill="var(--oxblood)" />
          ) : null}
        </g>
      ))}
    </svg>
  );
}
