/** The setting of a fill: how much groove before it, what goes on under it, how it ends, and the feel of it all. */

import type { Feel } from "./feel";

/** What comes on the one after the fill. */
export const ENDINGS = ["crash", "stop", "straight"] as const;
export type EndingKind = (typeof ENDINGS)[number];

/** What the groove goes on playing while the fill is played. */
export const DURINGS = ["nothing", "foot", "backbeat", "groove"] as const;
export type During = (typeof DURINGS)[number];

/** Where the ostinati of the feet are played. */
export const FEET_IN = ["throughout", "fill"] as const;
export type FeetIn = (typeof FEET_IN)[number];

/** What the hi-hat foot keeps up. */
export const FOOT_OSTINATI = ["none", "quarters", "two-and-four", "off-beats", "eighths"] as const;
export type FootOstinato = (typeof FOOT_OSTINATI)[number];

export interface Setting {
  /** Bars of groove before each fill, 0 to 8. */
  readonly grooveBars: number;
  /** Bars of clicks before all, 0 to 2. */
  readonly countInBars: number;
  readonly ending: EndingKind;
  readonly during: During;
  readonly foot: FootOstinato;
  /** Whether the bass drum plays every beat, beside what the line gives it. */
  readonly kickOnBeats: boolean;
  readonly feetIn: FeetIn;
  /** Whether the groove's bars are only struck on one, and silent after it. */
  readonly stops: boolean;
  /** Of the groove, and of the fill where it follows. */
  readonly feel: Feel;
  readonly follows: boolean;
}
