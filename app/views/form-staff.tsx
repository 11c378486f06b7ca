/** Groove and fill as one score, with a playhead. */

import { memo, type RefObject, useEffect, useMemo, useRef } from "react";
import { type Feel, isSwung, unswingAt } from "~/core/groove";
import type { CountStyle } from "~/core/pulse";
import type { Meter } from "~/core/time";
import type { Timeline } from "~/core/timeline";
import { drawStaff } from "~/engrave/draw/staff";
import { swingSign, tempoSign } from "~/engrave/draw/tempo";
import type { StaffBar } from "~/engrave/score";
import type { Drawing } from "~/ink/ink";
import type { FollowForm } from "./form-view";
import type { PickSlot } from "./lighting";
import { MIN_WIDTH, StaffSheet } from "./staff-sheet";
import { useWidth } from "./use-width";

/** Margin in pixels around a system when scrolling to it. */
const MARGIN = 48;

interface FormStaffProps {
  readonly bars: readonly StaffBar[];
  /** The fill's. */
  readonly timeline: Timeline;
  readonly countStyle: CountStyle;
  readonly tempo: number;
  readonly feel: Feel;
  /** The description of the feel above the first bar. */
  readonly feelWords: string;
  readonly brackets: boolean;
  readonly onPick: PickSlot;
  readonly follow: RefObject<FollowForm | null>;
}

/** Maximum number of bars engraved; a longer loop is shown in part. */
const MAX_BARS = 24;

export default memo(function FormStaff(props: FormStaffProps) {
  const { timeline, countStyle, tempo, feel, feelWords, brackets, onPick, follow } = props;
  const { meter } = timeline;
  const bars = useMemo(() => props.bars.slice(0, MAX_BARS), [props.bars]);
  const frame = useRef<HTMLDivElement>(null);
  const head = useRef<HTMLDivElement>(null);
  const width = useWidth(frame);
  const drawing = useMemo(() => {
    if (width < MIN_WIDTH) return null;
    const heading = { bpm: Math.round(tempo), ...tempoSign(meter), swing: swingSign(feel), words: feelWords };
    return drawStaff(bars, { meter, width, brackets, heading });
  }, [bars, meter, tempo, feel, feelWords, brackets, width]);
  useEffect(() => {
    follow.current = (at) =>
      moveHead(frame.current, head.current, drawing, at === null ? null : writtenAt(at, feel, meter));
    return () => {
      follow.current = null;
    };
  }, [follow, feel, meter, drawing]);

  return (
    <StaffSheet
      label="Score"
      of={props.bars.length}
      className="overflow-auto relative max-lg:h-[44vh] lg:min-h-64 max-h-[60vh]"
      {...{ drawing, bars, timeline, countStyle, onPick, frame }}
    >
      <div
        ref={head}
        hidden
        data-playhead
        className="absolute left-0 top-0 w-0.5 bg-primary rounded pointer-events-none will-change-transform"
      />
    </StaffSheet>
  );
});

/** Notes are placed as if straight. */
function writtenAt(at: number, feel: Feel, meter: Meter): number {
  return isSwung(feel) ? unswingAt(at, feel.swing, meter) : at;
}

/** Moves the playhead between the notes around `at`, and scrolls its system into view. */
function moveHead(frame: HTMLElement | null, line: HTMLElement | null, drawing: Drawing | null, at: number | null) {
  if (!frame || !line) return;
  const system = at === null ? undefined : drawing?.systems.findLast(({ stops }) => (stops[0]?.at ?? at + 1) <= at);
  if (line.hidden !== (system === undefined)) line.hidden = system === undefined;
  if (!system || at === null) return;
  const index = system.stops.findLastIndex((stop) => stop.at <= at);
  const here = system.stops[index];
  if (!here) return;
  const next = system.stops.slice(index + 1).find((stop) => stop.at > here.at);
  // It jumps back at the start of a repeat.
  const way = next ? Math.max(0, next.x - here.x) / (next.at - here.at) : 0;
  const x = here.x + way * (at - here.at);
  const [top, height] = [system.y + system.staff.top, system.staff.bottom - system.staff.top];
  if (line.style.top !== `${top}px`) {
    line.style.top = `${top}px`;
    line.style.height = `${height}px`;
    const below = top + height + MARGIN - (frame.scrollTop + frame.clientHeight);
    // Only scrolls the score's own frame, never the page.
    if (below > 0 || top < frame.scrollTop) frame.scrollTop = top - MARGIN;
  }
  line.style.transform = `translateX(${x.toFixed(1)}px)`;
}
