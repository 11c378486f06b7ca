/** A drawn score on the page: its notes can be pointed at, chosen, and read out one by one. */

import { type ReactNode, type RefObject, useEffect, useId, useMemo, useRef } from "react";
import { type CountStyle, countSlot } from "~/core/pulse";
import type { Timeline } from "~/core/timeline";
import type { StaffBar } from "~/engrave/score";
import type { Drawing } from "~/ink/ink";
import { sayRefusal } from "~/words/score";
import { nameSlot } from "~/words/slot";
import { type PickSlot, pointerHandlers, useCursor, useLighting, useLights } from "./lighting";
import { paintDrawing } from "./paint-drawing";
import { ScrollAcross } from "./scroll-across";

/** Narrower than this there is nothing to draw on. */
export const MIN_WIDTH = 120;

interface StaffSheetProps {
  readonly label: string;
  readonly drawing: Drawing | null;
  /** Those that are drawn, and how many there are. */
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
  const name = useId();
  const lights = useLights();
  const cursor = useCursor();

  useEffect(() => {
    if (!sheet.current || !drawing) return;
    const began = performance.now();
    sheet.current.replaceChildren(
      paintDrawing(drawing, (index) => {
        const slot = timeline.slots[index];
        return slot ? `${countSlot(countStyle, slot, timeline.meter)}: ${nameSlot(slot.voiced)}` : "";
      }),
    );
    // For `npm run bench`, and for the browser's own tools.
    performance.clearMeasures("staff painted");
    performance.measure("staff painted", { start: began });
  }, [drawing, timeline, countStyle]);
  useLighting(frame);
  // The chosen one is told to who listens; colours are the lighting's.
  useEffect(() => {
    if (!drawing) return;
    for (const option of sheet.current?.querySelectorAll("[role=option]") ?? []) {
      const isChosen = cursor !== null && option.getAttribute("data-slot") === String(cursor);
      option.setAttribute("aria-selected", String(isChosen));
      if (isChosen) option.id = `${name}${cursor}`;
      else option.removeAttribute("id");
    }
  }, [cursor, drawing, name]);
  const refusals = useMemo(() => bars.flatMap((bar) => sayRefusal(bar, timeline) ?? []), [bars, timeline]);

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
