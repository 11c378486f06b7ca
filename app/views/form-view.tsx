/** The loop as played: bars of groove, the fill in its window, and its answer, with a lane for each part of the kit. */

import { memo, type RefObject, useEffect, useMemo, useRef } from "react";
import type { Arrangement, LoopForm, SoundingNote } from "~/core/groove";
import { CYMBALS } from "~/core/kit";
import { beatsBetween, pulseOf } from "~/core/pulse";
import { type Hand, isHand, type KitVoice, type Limb } from "~/core/stroke";
import { barTicks } from "~/core/time";
import { useWidth } from "./use-width";

const LANES = ["cymbals", "toms", "snare", "bass drum", "hi-hat foot"] as const;
const LANE = 24;
const TOP = 24;
const ROW = TOP + LANES.length * LANE + 12;
const LABELS = 84;
/** Pixels per bar before rows are broken. */
const MIN_BAR = 150;
const RADIUS = { ghost: 3, normal: 5.5, accent: 8 } as const;
/** Maximum number of bars drawn; a longer loop is shown in part. */
const MAX_BARS = 16;

/** Called with the position in the loop in ticks; null when nothing is playing. */
export type FollowForm = (at: number | null) => void;

interface FormViewProps {
  readonly arrangement: Arrangement;
  readonly form: LoopForm;
  readonly strongHand: Hand;
  readonly follow: RefObject<FollowForm | null>;
  /** A description in words. */
  readonly label: string;
}

function laneOf(place: KitVoice): number {
  if (place === "kk" || place === "k2") return 3;
  if (place === "hp") return 4;
  if (place === "sn") return 2;
  return CYMBALS.includes(place) || ["ho", "rb", "cb"].includes(place) ? 0 : 1;
}

export const FormView = memo(function FormView({ arrangement, form, strongHand, follow, label }: FormViewProps) {
  const frame = useRef<HTMLDivElement>(null);
  const width = useWidth(frame);
  const bar = barTicks(arrangement.meter);
  const bars = Math.min(MAX_BARS, Math.max(1, Math.round(arrangement.length / bar)));
  const room = width - LABELS - 6;
  const perRow = rowSize(bars, Math.max(1, Math.floor(room / MIN_BAR)));
  const rows = width > 0 ? Math.ceil(bars / perRow) : 0;
  const perTick = room / (perRow * bar);
  const place = (at: number) => {
    const row = Math.min(rows - 1, Math.max(0, Math.floor(at / (perRow * bar))));
    return { x: LABELS + (at - row * perRow * bar) * perTick, y: row * ROW };
  };
  const shown = useMemo(() => arrangement.notes.filter(({ sounds }) => sounds < bars * bar), [arrangement, bars, bar]);
  // Not part of the drawing, which the browser would have to lay out again each time the playhead moves.
  const head = useRef<HTMLDivElement>(null);
  useEffect(() => {
    follow.current = (at) => {
      const line = head.current;
      if (!line) return;
      const isHidden = at === null || at >= bars * bar;
      if (line.hidden !== isHidden) line.hidden = isHidden;
      if (isHidden) return;
      const { x, y } = place(at);
      line.style.transform = `translate(${x.toFixed(1)}px, ${y}px)`;
    };
    return () => {
      follow.current = null;
    };
  });
  return (
    <div ref={frame} className="drawing relative">
      <svg width={width} height={rows * ROW} role="img" aria-label={label} className="block">
        {Array.from({ length: rows }, (_, row) => (
          <Row
            // biome-ignore lint/suspicious/noArrayIndexKey: rows are what they are by their place
            key={row}
            row={row}
            from={row * perRow}
            to={Math.min(bars, (row + 1) * perRow)}
            arrangement={arrangement}
            form={form}
            x={(at) => LABELS + (at - row * perRow * bar) * perTick}
          />
        ))}
        {shown.map((note, index) => {
          const { x, y } = place(note.sounds);
          return (
            <Mark
              // biome-ignore lint/suspicious/noArrayIndexKey: a note is what it is by its place in the order
              key={index}
              note={note}
              strongHand={strongHand}
              x={x}
              y={y + TOP + laneOf(note.place) * LANE + LANE / 2}
            />
          );
        })}
      </svg>
      <div
        ref={head}
        hidden
        data-playhead
        className="absolute left-0 w-[2.5px] -ml-px rounded bg-primary pointer-events-none will-change-transform"
        style={{ top: TOP - 6, height: ROW - 2 - TOP }}
      />
      {arrangement.length > bars * bar ? (
        <p className="text-sm quiet px-1 pt-1">
          The first {bars} of {Math.round(arrangement.length / bar)} bars are shown.
        </p>
      ) : null}
    </div>
  );
});

/** Bars per row: the fewest equal rows with enough room. */
function rowSize(bars: number, most: number): number {
  return Math.ceil(bars / Math.ceil(bars / Math.min(most, bars)));
}

interface RowProps {
  readonly row: number;
  readonly from: number;
  readonly to: number;
  readonly arrangement: Arrangement;
  readonly form: LoopForm;
  readonly x: (at: number) => number;
}

function Row({ row, from, to, arrangement, form, x }: RowProps) {
  const { meter, notes } = arrangement;
  const bar = barTicks(meter);
  const isAnswered = notes.some(({ role }) => role === "crash");
  const isStopped = form.fillEnd <= arrangement.length - bar && !notes.some(({ at }) => at >= arrangement.length - bar);
  const [start, end] = [from * bar, to * bar];
  const [left, right] = [Math.max(start, form.fillStart), Math.min(end, form.fillEnd)];
  const y = row * ROW;
  const bottom = y + TOP + LANES.length * LANE;
  const beats = beatsBetween(pulseOf(meter), start, end);
  return (
    <g>
      {left < right ? (
        <>
          <rect
            x={x(left) - 6}
            y={y + 4}
            width={x(right) - x(left)}
            height={bottom - y}
            rx="8"
            fill="var(--verdigris)"
            fillOpacity="0.12"
          />
          <text x={x(left)} y={y + 17} fontSize="12" fontWeight="700" fill="var(--verdigris)">
            {form.fillStart >= start ? "fill" : ""}
          </text>
        </>
      ) : null}
      {LANES.map((name, lane) => (
        <g key={name}>
          <text
            x={LABELS - 14}
            y={y + TOP + lane * LANE + LANE / 2 + 4}
            fontSize="12"
            textAnchor="end"
            fill="var(--nickel)"
          >
            {name}
          </text>
          <line
            x1={LABELS - 8}
            x2={x(end)}
            y1={y + TOP + lane * LANE + LANE / 2}
            y2={y + TOP + lane * LANE + LANE / 2}
            stroke="var(--nickel)"
            strokeOpacity="0.25"
          />
        </g>
      ))}
      {beats.map((at) => {
        const isBar = at % bar === 0;
        return (
          <g key={at}>
            <line
              x1={x(at) - (isBar ? 6 : 0)}
              x2={x(at) - (isBar ? 6 : 0)}
              y1={y + TOP - (isBar ? 4 : 0)}
              y2={bottom}
              stroke={isBar ? "var(--ink)" : "var(--nickel)"}
              strokeOpacity={isBar ? 0.8 : 0.3}
              strokeWidth={isBar ? 1.6 : 1}
            />
            {isBar ? (
              <text
                x={x(at) + (form.fillStart >= start && at === left ? 26 : 0)}
                y={y + 17}
                fontSize="12"
                fontWeight="650"
                fill="var(--nickel)"
              >
                {at / bar + 1}
                {at === 0 && isAnswered ? <tspan fill="var(--verdigris)"> crash (after the first fill)</tspan> : null}
                {isStopped && at === arrangement.length - bar ? <tspan fill="var(--verdigris)"> quiet</tspan> : null}
              </text>
            ) : null}
          </g>
        );
      })}
    </g>
  );
}

/** Round for hands, square for feet; solid for the strong side, a ring for the other; size shows the level. */
function Mark({ note, strongHand, x, y }: { note: SoundingNote; strongHand: Hand; x: number; y: number }) {
  const radius = note.role === "crash" ? 9 : RADIUS[note.level];
  const isSolid = isStrong(note.limb, strongHand);
  const colour = note.role === "fill" ? "var(--ink)" : note.role === "crash" ? "var(--verdigris)" : "var(--nickel)";
  const look = {
    fill: isSolid ? colour : "var(--paper)",
    stroke: colour,
    strokeWidth: isSolid ? 0.8 : 1.5,
    opacity: note.passes === "first" ? 0.35 : 1,
    "data-role": note.role,
  };
  if (!isHand(note.limb)) {
    return <rect x={x - radius} y={y - radius} width={radius * 2} height={radius * 2} rx="1" {...look} />;
  }
  return <circle cx={x} cy={y} r={radius} {...look} />;
}

function isStrong(limb: Limb, strongHand: Hand): boolean {
  return limb === strongHand || limb === "K";
}
