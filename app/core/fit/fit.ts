/** Whether the phrase fills its window. */

import { type Rate, sameRate, slotTicks, type Ticks, ticks } from "../time/time";
import type { Timeline } from "../timeline/timeline";

export interface Fit {
  readonly verdict: "empty" | "fits" | "short" | "over";
  readonly used: Ticks;
  readonly window: Ticks;
  /** Window length minus phrase length: positive with room left, negative with too many slots. */
  readonly spare: Ticks;
  readonly usedSlots: number;
  /** The remaining time in slots of the line's last rate; may be fractional. */
  readonly spareSlots: number;
  /** The window in slots if the whole line has one rate; may be fractional. */
  readonly windowSlots: number | null;
}

/** Compares the phrase's length with its window. */
export function measureFit(timeline: Timeline, openingRate: Rate): Fit {
  const used = ticks(timeline.end - timeline.window.start);
  const window = timeline.window.length;
  const spare = ticks(window - used);
  const firstRate = timeline.cells[0]?.rate ?? openingRate;
  const lastRate = timeline.cells.at(-1)?.rate ?? openingRate;
  const oneRate = timeline.cells.every((cell) => sameRate(cell.rate, firstRate));
  return {
    verdict: timeline.slots.length === 0 ? "empty" : spare === 0 ? "fits" : spare > 0 ? "short" : "over",
    used,
    window,
    spare,
    usedSlots: timeline.slots.length,
    spareSlots: spare / slotTicks(lastRate),
    windowSlots: oneRate ? window / slotTicks(firstRate) : null,
  };
}
