import { memo } from "react";
import { useStore } from "zustand";
import { type CountStyle, countSlot } from "~/core/pulse";
import type { Hand } from "~/core/stroke";
import type { Timeline, TimelineSlot } from "~/core/timeline";
import { Coin } from "~/views/coin";
import { useLights } from "~/views/lighting";
import { describeSlot } from "~/words/slot";

interface LargeCellProps {
  /** The repeated cell, of which the first playing is shown. */
  readonly timeline: Timeline;
  readonly strongHand: Hand;
  readonly countStyle: CountStyle;
  /** The chosen slot. */
  readonly position: number;
  readonly onPosition: (position: number) => void;
}

const MAX_IN_ROW = 10;

/** One cell, large: its coins and count. Press a coin to choose it for moves that need a note. */
export function LargeCell({ timeline, strongHand, countStyle, position, onPosition }: LargeCellProps) {
  const size = timeline.cells[0]?.size ?? 0;
  // Rows of similar length: twelve are two sixes, not ten and two.
  const columns = Math.ceil(size / Math.ceil(size / MAX_IN_ROW));
  const width = size <= 5 ? 96 : size <= 7 ? 76 : 54;
  const sounding = useStore(useLights().store, ({ playing }) =>
    playing === null ? null : playing % Math.max(1, size),
  );
  return (
    <fieldset
      className="drawing grid gap-y-2 justify-center"
      style={{ gridTemplateColumns: `repeat(${columns}, minmax(0, ${width}px))` }}
    >
      <legend className="sr-only">The cell</legend>
      {timeline.slots.slice(0, size).map((slot) => (
        <LargeCoin
          key={slot.inCell}
          slot={slot}
          strongHand={strongHand}
          count={countSlot(countStyle, slot, timeline.meter)}
          isChosen={slot.inCell === position}
          isSounding={slot.inCell === sounding}
          onPosition={onPosition}
        />
      ))}
    </fieldset>
  );
}

interface LargeCoinProps {
  readonly slot: TimelineSlot;
  readonly strongHand: Hand;
  readonly count: string;
  readonly isChosen: boolean;
  readonly isSounding: boolean;
  readonly onPosition: (position: number) => void;
}

const LargeCoin = memo(function LargeCoin(props: LargeCoinProps) {
  const { slot, strongHand, count, isChosen, isSounding, onPosition } = props;
  return (
    <button
      type="button"
      aria-pressed={isChosen}
      aria-label={`Note ${slot.inCell + 1}, counted ${count}: ${describeSlot(slot.content)}`}
      className={`flex flex-col items-center rounded-field cursor-pointer ${isChosen ? "shadow-[inset_0_-3px_0_var(--color-primary)]" : "hover:bg-base-200"} ${isSounding ? "bg-primary/25" : ""}`}
      onClick={() => onPosition(slot.inCell)}
    >
      <svg viewBox="-27 -27 54 54" aria-hidden="true" className="overflow-visible w-full">
        <Coin slot={slot.content} strongHand={strongHand} />
      </svg>
      <span
        className={`font-display leading-none pt-1 pb-1.5 ${slot.inCell === 0 ? "font-bold" : "font-medium"} text-base`}
      >
        {count}
      </span>
    </button>
  );
});
