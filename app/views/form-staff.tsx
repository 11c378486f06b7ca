/** Groove and fill engraved as one score, with a line that goes along while it plays. */

import { memo, type RefObject, useEffect, useMemo, useRef } from "react";
import { type Feel, isSwung, unswingAt } from "~/core/groove";
import { isCompound, type Meter, TICKS_PER_QUARTER, tempoUnitTicks } from "~/core/time";
import type { StaffBar } from "~/engrave/score";
import type { FollowForm } from "./form-view";
import { type PickSlot, pointerHandlers, useLighting, useLights } from "./lighting";
import { ScrollAcross } from "./scroll-across";
import { drawStaff, type StaffStop, tightestWidth } from "./staff-drawing";
import { sayStaff, useMusicFont } from "./staff-view";
import { useWidth } from "./use-width";

/** Pixels around a system that is scrolled to. */
const MARGIN = 48;

interface FormStaffProps {
  readonly bars: readonly StaffBar[];
  readonly meter: Meter;
  readonly tempo: number;
  readonly feel: Feel;
  /** How the feel is said over the first bar. */
  readonly feelWords: string;
  readonly brackets: boolean;
  readonly onPick: PickSlot;
  readonly follow: RefObject<FollowForm | null>;
}

/** The most bars that are engraved; a longer loop is shown in part. */
const MOST_BARS = 24;

export default memo(function FormStaff(props: FormStaffProps) {
  const { meter, tempo, feel, feelWords, brackets, onPick, follow } = props;
  const bars = useMemo(() => props.bars.slice(0, MOST_BARS), [props.bars]);
  const frame = useRef<HTMLDivElement>(null);
  const sheet = useRef<HTMLDivElement>(null);
  const head = useRef<HTMLDivElement>(null);
  const stops = useRef<readonly StaffStop[]>([]);
  const width = useWidth(frame);
  const fontsReady = useMusicFont();

  useEffect(() => {
    if (!sheet.current || width < 120 || !fontsReady) return;
    stops.current = drawStaff(sheet.current, bars, {
      meter,
      width: Math.max(width, tightestWidth(bars)),
      brackets,
      heading: { bpm: Math.round(tempo), ...tempoSign(meter), words: feelWords },
    });
  }, [bars, meter, tempo, feelWords, brackets, width, fontsReady]);
  const lights = useLights();
  useLighting(frame);
  useEffect(() => {
    follow.current = (at) =>
      moveHead(frame.current, head.current, stops.current, at === null ? null : writtenAt(at, feel, meter));
    return () => {
      follow.current = null;
    };
  }, [follow, feel, meter]);

  return (
    <ScrollAcross
      label="Score"
      frame={frame}
      className="staff-ink drawing overflow-auto relative max-lg:h-[44vh] lg:min-h-64 max-h-[60vh]"
      {...pointerHandlers(lights, onPick)}
    >
      <div ref={sheet} role="img" aria-label={sayStaff(bars)} />
      {props.bars.length > bars.length ? (
        <p className="text-sm quiet px-2 pb-1">
          {bars.length} of {props.bars.length} bars are engraved.
        </p>
      ) : null}
      <div
        ref={head}
        hidden
        data-playhead
        className="absolute left-0 top-0 w-0.5 bg-primary rounded pointer-events-none"
      />
    </ScrollAcross>
  );
});

/** What is written stands where it would be straight. */
function writtenAt(at: number, feel: Feel, meter: Meter): number {
  return isSwung(feel) ? unswingAt(at, feel.swing, meter) : at;
}

function tempoSign(meter: Meter): { unit: "q" | "h" | "8"; dots: number } {
  const unit = tempoUnitTicks(meter);
  if (isCompound(meter)) return { unit: unit < TICKS_PER_QUARTER ? "8" : "q", dots: 1 };
  return { unit: unit > TICKS_PER_QUARTER ? "h" : "q", dots: 0 };
}

/** Puts the line between the notes on either side of `at`, and its system in sight. */
function moveHead(frame: HTMLElement | null, line: HTMLElement | null, stops: readonly StaffStop[], at: number | null) {
  if (!frame || !line) return;
  const index = at === null ? -1 : stops.findLastIndex((stop) => stop.at <= at);
  const here = stops[index];
  line.hidden = here === undefined;
  if (!here || at === null) return;
  const next = stops.slice(index + 1).find((stop) => stop.at > here.at);
  const goesOn = next && next.top === here.top;
  const share = goesOn ? (at - here.at) / (next.at - here.at) : 0;
  const x = here.x + (goesOn ? (next.x - here.x) * share : 0);
  const top = `${here.top}px`;
  if (line.style.top !== top) {
    line.style.top = top;
    line.style.height = `${here.height}px`;
    const below = here.top + here.height + MARGIN - (frame.scrollTop + frame.clientHeight);
    // Only within the score's own frame: the page stays where it is.
    if (below > 0 || here.top < frame.scrollTop) frame.scrollTop = here.top - MARGIN;
  }
  line.style.transform = `translateX(${x.toFixed(1)}px)`;
}
