/** The engraved percussion staff of a phrase, with sticking and count on lines of their own beneath it. */

import { memo, useEffect, useMemo, useRef, useState } from "react";
import type { CountStyle } from "~/core/pulse";
import type { Timeline } from "~/core/timeline";
import { makeScore, type StaffBar } from "~/engrave/score";
import { type PickSlot, pointerHandlers, useLighting, useLights } from "./lighting";
import { ScrollAcross } from "./scroll-across";
import type { Section } from "./section";
import { drawStaff, tightestWidth } from "./staff-drawing";
import { useWidth } from "./use-width";

/** The most bars that are engraved at a time; a long line is shown in part. */
const MOST_BARS = 16;

export interface StaffViewProps {
  readonly timeline: Timeline;
  readonly section: Section;
  readonly countStyle: CountStyle;
  readonly onPick: PickSlot;
}

export default memo(function StaffView({ timeline, section, countStyle, onPick }: StaffViewProps) {
  const frame = useRef<HTMLDivElement>(null);
  const sheet = useRef<HTMLDivElement>(null);
  const width = useWidth(frame);
  const fontsReady = useMusicFont();
  const bars = useMemo(() => makeScore(timeline, section.slots, countStyle), [timeline, section, countStyle]);
  const shown = useMemo(() => bars.slice(0, MOST_BARS), [bars]);

  useEffect(() => {
    if (!sheet.current || width < 120 || !fontsReady) return;
    const began = performance.now();
    drawStaff(sheet.current, shown, { meter: timeline.meter, width: Math.max(width, tightestWidth(shown)) });
    // For `npm run bench`, and for the browser's own tools.
    performance.clearMeasures("staff");
    performance.measure("staff", { start: began });
  }, [shown, timeline.meter, width, fontsReady]);
  const lights = useLights();
  useLighting(frame);

  return (
    <ScrollAcross label="Staff" frame={frame} className="staff-ink drawing" {...pointerHandlers(lights, onPick)}>
      <div ref={sheet} role="img" aria-label={sayStaff(shown)} />
      {bars.length > shown.length ? (
        <p className="text-sm quiet px-2 pb-1">
          {shown.length} of {bars.length} bars of this part are engraved.
        </p>
      ) : null}
    </ScrollAcross>
  );
});

/** Whether the font of the music signs is there: measured with another one, everything would stand in the wrong place. */
export function useMusicFont(): boolean {
  const [isReady, setReady] = useState(false);
  useEffect(() => {
    document.fonts.load("30px Bravura").then(
      () => setReady(true),
      () => setReady(true),
    );
  }, []);
  return isReady;
}

export function sayStaff(bars: readonly StaffBar[]): string {
  const sticking = bars.map((bar) => bar.notes.map((note) => note.sticking || "rest").join(" "));
  return `Staff, ${bars.length} ${bars.length === 1 ? "bar" : "bars"}: ${sticking.join(", bar line, ").slice(0, 600)}`;
}
