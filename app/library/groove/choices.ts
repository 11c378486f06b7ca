/** A groove for a fill: a shipped one, or the player's own. */

import type { Groove } from "~/core/groove";
import { readStickLine } from "~/core/line";
import type { Bpm, Meter } from "~/core/time";
import { toFeel } from "../phrase/setting";
import type { GrooveContent } from "./content";

/** A shipped groove. */
export interface ShippedGroove extends Pick<GrooveContent, "feel"> {
  readonly id: string;
  readonly name: string;
  readonly meter: { readonly beats: number; readonly unit: number };
  readonly line: string;
  readonly slowest: number;
  readonly fastest: number;
}

export interface GrooveChoice {
  readonly id: string;
  readonly name: string;
  /** Shipped grooves are for a right-handed player; an own groove is as its player wrote it. */
  readonly groove: Groove;
  readonly isOwn: boolean;
  readonly slowest: Bpm;
  readonly fastest: Bpm;
}

/** The shipped grooves, as choices. */
export function readGrooves(shipped: readonly ShippedGroove[]): GrooveChoice[] {
  return shipped.flatMap(({ id, name, meter, line: text, slowest, fastest, feel }) => {
    const { line } = readStickLine(text);
    const groove = line && { meter: meter as Meter, line, feel: toFeel(feel) };
    return groove ? [{ id, name, groove, isOwn: false, slowest: slowest as Bpm, fastest: fastest as Bpm }] : [];
  });
}
