/** What listening is set up with. Apart from the listening itself: what keeps settings needs nothing of that. */

import type { Hand } from "../stroke";

export const STRICTNESSES = ["gentle", "standard", "strict"] as const;
export type Strictness = (typeof STRICTNESSES)[number];

export interface Drummer {
  /** The same seed plays the same. */
  readonly seed: number;
  /** Standard deviation of each stroke, in milliseconds. */
  readonly steadiness: number;
  /** Share by which it runs ahead of the tempo; negative drags. */
  readonly rushing: number;
  readonly weakHand: Hand;
  /** Milliseconds that the weak hand is late. */
  readonly weakLate: number;
  /** Milliseconds that the feet are late. */
  readonly feetLate: number;
  /** Share of ghost notes that are left out, 0 to 1. */
  readonly missedGhosts: number;
  /** Share of strokes with which the next limb falls together, 0 to 1. */
  readonly flams: number;
  /** How alike accents, normal and ghost notes are: 0 clearly different, 1 all the same. */
  readonly flatness: number;
}

/** Plays well enough to pass. */
export const STEADY_DRUMMER: Drummer = {
  seed: 1,
  steadiness: 5,
  rushing: 0,
  weakHand: "L",
  weakLate: 0,
  feetLate: 0,
  missedGhosts: 0,
  flams: 0,
  flatness: 0,
};
