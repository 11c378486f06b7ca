/** What the parts of a drawing tell one another: how it is to look, and where the bars and their notes have come to stand. */

import type { Meter } from "~/core/time";
import type { Box } from "~/ink/ink";
import type { EngravedVoice } from "./notes";
import type { PlacedBar } from "./systems";

/** The staff's lines, as the engraving package places them from the upper edge of a stave at 0. */
export const STAFF_TOP = 40;
export const STAFF_BOTTOM = 80;
export const MIDDLE = (STAFF_TOP + STAFF_BOTTOM) / 2;

export interface StaffLook {
  readonly meter: Meter;
  readonly width: number;
  /** Brackets over the cells. */
  readonly brackets?: boolean;
  /** Over the first bar. */
  readonly heading?: StaffHeading;
}

export interface StaffHeading {
  readonly bpm: number;
  readonly unit: "q" | "h" | "8";
  readonly dots: number;
  /** Eighths, or sixteenths, are swung. */
  readonly swing: "8" | "16" | null;
  readonly words: string;
}

/** A bar on the page, with where its notes are. */
export interface DrawnBar {
  readonly placed: PlacedBar;
  readonly left: number;
  readonly right: number;
  /** Where its notes may begin. */
  readonly start: number;
  /** Without notes where the bar is only a sign. */
  readonly upper: DrawnVoice;
  readonly lower: DrawnVoice | null;
}

/** Where the notes of a voice are: their middles, their numbers in the drawing, and what their ink takes. */
export interface DrawnVoice {
  readonly voice: EngravedVoice;
  readonly xs: readonly number[];
  readonly ids: readonly number[];
  readonly boxes: readonly Box[];
}
