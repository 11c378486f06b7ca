/** The setting of a fill: groove bars before it, what continues under it, how it ends, and the feel. */

import type { Feel } from "./feel";

/** What comes on one after the fill. */
export const ENDINGS = ["crash", "stop", "straight"] as const;
export type EndingKind = (typeof ENDINGS)[number];

/** What the groove keeps playing during the fill. */
export const DURINGS = ["nothing", "foot", "backbeat", "groove"] as const;
export type During = (typeof DURINGS)[number];

/** Where the foot ostinatos play. */
export const FEET_IN = ["throughout", "fill"] as const;
export type FeetIn = (typeof FEET_IN)[number];

/** What the hi-hat foot plays throughout. */
export const FOOT_OSTINATI = ["none", "quarters", "two-and-four", "off-beats", "eighths"] as const;
export type FootOstinato = (typeof FOOT_OSTINATI)[number];

export interface Setting {
  /** Bars of groove before each fill, 0 to 8. */
  readonly grooveBars: number;
  /** Bars of clicks before everything, 0 to 2. */
  readonly countInBars: number;
  readonly ending: EndingKind;
  readonly during: During;
  readonly foot: FootOstinato;
  /** Whether the bass drum plays every beat, besides what the line gives it. */
  readonly kickOnBeats: boolean;
  readonly feetIn: FeetIn;
  /** Whether the groove's bars have only a stroke on one, and silence after it. */
  readonly stops: boolean;
  /** The groove's feel, and the fill's if it follows the groove. */
  readonly feel: Feel;
  readonly follows: boolean;
}
