/** The settings of listening, separate from the code that listens, so that storing them doesn't load it. */

import type { Hand } from "../stroke";

export const STRICTNESSES = ["gentle", "standard", "strict"] as const;
export type Strictness = (typeof STRICTNESSES)[number];

export interface Drummer {
  /** Deterministic for a seed. */
  readonly seed: number;
  /** Standard deviation of each stroke, in milliseconds. */
  readonly steadiness: number;
  /** Share by which it rushes; negative drags. */
  readonly rushing: number;
  readonly weakHand: Hand;
  /** Milliseconds by which the weak hand is late. */
  readonly weakLate: number;
  /** Milliseconds by which the feet are late. */
  readonly feetLate: number;
  /** Share of ghost notes left out, 0 to 1. */
  readonly missedGhosts: number;
  /** Share of strokes on which the next limb plays at the same time, 0 to 1. */
  readonly flams: number;
  /** How similar accents, normal and ghost notes are: 0 clearly different, 1 identical. */
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
