/** The usual setting and groove, for tests to vary. */

import { STRAIGHT } from "../groove/feel";
import type { Groove } from "../groove/groove";
import type { Setting } from "../groove/setting";
import type { Crash } from "../groove/sounding";
import { lineOf } from "./lines";

export const USUAL: Setting = {
  grooveBars: 1,
  countInBars: 0,
  ending: "crash",
  during: "nothing",
  foot: "none",
  kickOnBeats: false,
  feetIn: "fill",
  stops: false,
  feel: STRAIGHT,
  follows: true,
};

/** Eighths on the hi-hat, kick on one and three, backbeat on two and four. */
export const EIGHTHS: Groove = {
  meter: { beats: 4, unit: 4 },
  line: lineOf("@2 (R/hhK)R/hh (R/hh>L)R/hh (R/hhK)R/hh (R/hh>L)R/hh"),
  feel: STRAIGHT,
};

export const LEFT_CRASH: Crash = { hand: "L", place: "c1" };

/** A groove in 4/4 from a line. */
export function grooveOf(text: string): Groove {
  return { ...EIGHTHS, line: lineOf(text) };
}
