/** What the parts of a drawing share: its look, and the positions of bars and notes. */

import type { Meter } from "~/core/time";
import type { Box } from "~/ink/ink";
import type { EngravedVoice } from "./notes";
import type { PlacedBar } from "./systems";

/** The staff lines as the engraving package places them, from the stave's upper edge at 0. */
export const STAFF_TOP = 40;
export const STAFF_BOTTOM = 80;
export const MIDDLE = (STAFF_TOP + STAFF_BOTTOM) / 2;

export interface StaffLook {
  readonly meter: Meter;
  readonly width: number;
  /** Brackets above the cells. */
  readonly brackets?: boolean;
  /** Above the first bar. */
  readonly heading?: StaffHeading;
}

export interface StaffHeading {
  readonly bpm: number;
  readonly unit: "q" | "h" | "8";
  readonly dots: number;
  /** Whether eighths or sixteenths swing. */
  readonly swing: "8" | "16" | null;
  readonly words: string;
}

/** A bar on the page, with its note positions. */
export interface DrawnBar {
  readonly placed: PlacedBar;
  readonly left: number;
  readonly right: number;
  /** Where its notes may start. */
  readonly start: number;
  /** Without notes if the bar is only a sign. */
  readonly upper: DrawnVoice;
  readonly lower: DrawnVoice | null;
}

/** The notes of a voice: their centres, their indices in the drawing, and their ink. */
export interface DrawnVoice {
  readonly voice: EngravedVoice;
  readonly xs: readonly number[];
  readonly ids: readonly number[];
  readonly boxes: readonly Box[];
}
