/** A score on the page: you can point at its notes, choose them, and have them read out. */

import { type ReactNode, type RefObject, useEffect, useId, useMemo, useRef, useState } from "react";
import { type CountStyle, countSlot } from "~/core/pulse";
import type { Timeline } from "~/core/timeline";
import type { StaffBar } from "~/engrave/score";
import type { Drawing } from "~/ink/ink";
import { describeUnwritableBar } from "~/words/score";
import { describeSlot } from "~/words/slot";
import { type PickSlot, pointerHandlers, useCursor, useLighting, useLights } from "./lighting";
import { Painter } from "./paint-drawing";
import { ScrollAcross } from "./scroll-across";

/** Too narrow to draw on. Pixels. */
export const MIN_WIDTH = 120;

interface StaffSheetProps {
  readonly label: string;
  readonly drawing: Drawing | null;
  /** The drawn bars, and their total number. */
  readonly bars: readonly StaffBar[];
  readonly of: number;
  readonly timeline: Timeline;
  readonly countStyle: CountStyle;
  readonly onPick: PickSlot;
  readonly frame: RefObject<HTMLDivElement | null>;
  readonly className?: string;
  readonly children?: ReactNode;
}

export function StaffSheet(props: StaffSheetProps) {
  const { label, drawing, bars, of, timeline, countStyle, onPick, frame, className = "", children } = props;
  const sheet = useRef<HTMLDivElement>(null);
  const [painter] = useState(() => new Painter());
  const name = useId();
  const lights = useLights();
  const cursor = useCursor();

  useEffect(() => {
    if (!sheet.current || !drawing) return;
    const began = performance.now();
    painter.paint(sheet.current, drawing, (index) => {
      const slot = timeline.slots[index];
      return slot ? `${countSlot(countStyle, slot, timeline.meter)}: ${describeSlot(slot.voiced)}` : "";
    });
    // For `npm run bench`, and for the browser's developer tools.
    performance.clearMeasures("staff painted");
    performance.measure("staff painted", { start: began });
  }, [painter, drawing, timeline, countStyle]);
  useLighting(frame);
  // Screen readers learn the chosen note; its colour comes from the highlights.
  useEffect(() => {
    if (!drawing) return;
    for (const option of sheet.current?.querySelectorAll("[role=option]") ?? []) {
      const isChosen = cursor !== null && option.getAttribute("data-slot") === String(cursor);
      option.setAttribute("aria-selected", String(isChosen));
      if (isChosen) option.id = `${name}${cursor}`;
      else option.removeAttribute("id");
    }
  }, [cursor, drawing, name]);
  const refusals = useMemo(() => bars.flatMap((bar) => describeUnwritableBar(bar, timeline) ?? []), [bars, timeline]);

  return (
    <ScrollAcross
      label={label}
      frame={frame}
      className={`staff-ink drawing ${className}`}
      {...pointerHandlers(lights, onPick)}
    >
      <div
        ref={sheet}
        role="listbox"
        tabIndex={0}
        aria-orientation="horizontal"
        aria-label={`${label}: arrow keys choose a note`}
        aria-activedescendant={cursor === null ? undefined : `${name}${cursor}`}
        className="rounded-box"
      />
      {refusals.map((refusal) => (
        <p key={refusal} className="text-sm px-2 pb-1">
          {refusal}
        </p>
      ))}
      {of > bars.length ? (
        <p className="text-sm quiet px-2 pb-1">
          {bars.length} of {of} bars are shown.
        </p>
      ) : null}
      {children}
    </ScrollAcross>
  );
}
