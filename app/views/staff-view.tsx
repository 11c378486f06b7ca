/** The engraved percussion staff of a phrase, with lines for sticking and count below it. */

import { memo, useMemo, useRef } from "react";
import type { CountStyle } from "~/core/pulse";
import type { Timeline } from "~/core/timeline";
import { drawStaff } from "~/engrave/draw/staff";
import type { Sixes } from "~/engrave/notation";
import { makeScore } from "~/engrave/score";
import type { PickSlot } from "./lighting";
import type { Section } from "./section";
import { MIN_WIDTH, StaffSheet } from "./staff-sheet";
import { useWidth } from "./use-width";

/** Maximum number of bars engraved at once; a longer line is shown in part. */
const MAX_BARS = 16;

export interface StaffViewProps {
  readonly timeline: Timeline;
  readonly section: Section;
  readonly countStyle: CountStyle;
  readonly sixes: Sixes;
  readonly onPick: PickSlot;
}

export default memo(function StaffView({ timeline, section, countStyle, sixes, onPick }: StaffViewProps) {
  const frame = useRef<HTMLDivElement>(null);
  const width = useWidth(frame);
  const bars = useMemo(
    () => makeScore(timeline, section.slots, countStyle, { sixes }),
    [timeline, section, countStyle, sixes],
  );
  const shown = useMemo(() => bars.slice(0, MAX_BARS), [bars]);
  const drawing = useMemo(() => {
    if (width < MIN_WIDTH) return null;
    const began = performance.now();
    const drawn = drawStaff(shown, { meter: timeline.meter, width, brackets: true });
    // For `npm run bench`, and for the browser's developer tools.
    performance.clearMeasures("staff");
    performance.measure("staff", { start: began });
    return drawn;
  }, [shown, timeline.meter, width]);

  return (
    <StaffSheet label="Staff" of={bars.length} {...{ drawing, bars: shown, timeline, countStyle, onPick, frame }} />
  );
});
