/** The annotations of a rail: beat posts and counts, cell brackets, swells, and the band's hits. */

import type { ReactNode } from "react";
import { beatsBetween, type CountStyle, isOnBeat, speakSlot } from "~/core/pulse";
import type { FigureHit } from "~/core/search";
import { locate, ticks } from "~/core/time";
import { loudAt, type Timeline, type TimelineCell, type TimelineSlot, type TimelineSwell } from "~/core/timeline";
import type { RailRow } from "./rail-rows";

const BRACKET_Y = 14;
export const COIN_Y = 50;
export const RAIL_Y = 88;
export const COUNT_Y = 108;
/** Height of the lane for the band's figure. */
export const LANE = 18;

/** The rail itself grows or narrows with a crescendo or diminuendo. */
export function SwellMark({ swell, row, x }: { swell: TimelineSwell; row: RailRow; x: (at: number) => number }) {
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

/** A hit of the band: filled if the phrase meets it, crossed if not, pale outside the phrase. */
export function HitMark({ hit, x }: { hit: FigureHit; x: number }) {
  const colour = hit.kept === null ? "var(--nickel)" : hit.kept ? "var(--verdigris)" : "var(--oxblood)";
  return (
    <g transform={`translate(${x} ${-LANE / 2})`}>
      <title>{hit.kept === null ? "the band hits here" : hit.kept ? "with the band" : "not with the band"}</title>
      <path d="M0-6l6 6l-6 6l-6-6z" fill={hit.kept ? colour : "none"} stroke={colour} strokeWidth="1.6" />
      {hit.kept === false ? <path d="M-3-3l6 6M3-3l-6 6" stroke={colour} strokeWidth="1.6" /> : null}
    </g>
  );
}

interface PostsProps {
  readonly row: RailRow;
  readonly timeline: Timeline;
  readonly x: (at: number) => number;
  readonly countStyle: CountStyle;
  readonly slots: readonly TimelineSlot[];
  readonly gap: readonly number[];
}

export function Posts({ row, timeline: { meter, pulse }, x, countStyle, slots, gap }: PostsProps) {
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

/** Words on a bracket's line, with a gap for them. */
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

/** Above the open slots of a row: their number. */
export function GapBracket({ from, to, slots }: { from: number; to: number; slots: number }) {
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
  readonly row: RailRow;
  readonly x: (at: number) => number;
  readonly pitch: number;
  readonly width: number;
  readonly isPicked: boolean;
}

/** The stamp above a cell: its size, and its start and end in this row. */
export function Bracket({ cell, row, x, pitch, width, isPicked }: BracketProps) {
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
