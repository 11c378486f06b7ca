/** How fast a player's limbs are: estimates in three levels, and the player's own numbers over them. */

import { type Hand, isHand, LIMBS, type Limb } from "../stroke/stroke";
import { type Seconds, seconds } from "../time/time";

/** The least times between strokes of one limb, and what moving costs it. */
export interface LimbLimits {
  /** From a stroke to its rebound, the second one of a double. */
  readonly double: Seconds;
  /** From one motion to the next, for up to four of them. */
  readonly burst: Seconds;
  /** From one motion to the next, for longer. */
  readonly single: Seconds;
  /**
   * Movement time over a distance D to a target W wide is `base + perBit · log2(D / W + 1)`: Fitts's law in the Shannon
   * form (I. S. MacKenzie, "Fitts' law as a research and design tool in human-computer interaction", 1992). The two
   * constants are our estimates, not measured.
   */
  readonly base: Seconds;
  readonly perBit: Seconds;
}

export interface Limits {
  readonly limbs: Readonly<Record<Limb, LimbLimits>>;
  /** With crossed arms, from a stroke of one hand to one of the other: the one on top has to clear. Our estimate. */
  readonly cross: Seconds;
}

/** Names of estimates, not of people. */
export const PLAYER_LEVELS = ["learner", "working", "advanced"] as const;
export type PlayerLevel = (typeof PLAYER_LEVELS)[number];

interface LevelNumbers {
  /** Strokes a second of one limb. */
  readonly hand: { readonly single: number; readonly double: number };
  readonly foot: { readonly single: number; readonly double: number };
  readonly base: number;
  readonly perBit: number;
  readonly cross: number;
}

/**
 * Our estimates. A working player's 6 singles a second are sixteenths hand to hand at 180, 13 in a double are
 * thirty-seconds in doubles at 97, and so on.
 */
const LEVELS: Record<PlayerLevel, LevelNumbers> = {
  learner: { hand: { single: 4, double: 9 }, foot: { single: 3, double: 5 }, base: 0.08, perBit: 0.11, cross: 0.11 },
  working: {
    hand: { single: 6, double: 13 },
    foot: { single: 4.5, double: 8 },
    base: 0.05,
    perBit: 0.085,
    cross: 0.08,
  },
  advanced: {
    hand: { single: 8, double: 17 },
    foot: { single: 6.5, double: 10.5 },
    base: 0.03,
    perBit: 0.07,
    cross: 0.06,
  },
};

/** A short burst is this much faster than what can be kept up. Our estimate. */
const BURST_SHARE = 0.82;
/** The weaker hand and the other foot are this much slower. Our estimate. */
const WEAK_SHARE = 1.08;

/** Strokes a second of a limb that a player has measured; what is not there is estimated. */
export interface MeasuredLimb {
  readonly single?: number | undefined;
  readonly double?: number | undefined;
  /** Seconds; see {@link LimbLimits}. */
  readonly base?: number | undefined;
  readonly perBit?: number | undefined;
}
export type Measured = Readonly<Partial<Record<Limb, MeasuredLimb>>>;

/** The limits of a level for a player whose `strong` hand leads, with the player's own numbers in place of estimates. */
export function limitsOf(level: PlayerLevel, strong: Hand, measured: Measured = {}): Limits {
  const numbers = LEVELS[level];
  const limbs = Object.fromEntries(
    LIMBS.map((limb) => {
      const weak = isHand(limb) ? limb !== strong : limb === "H";
      const share = weak ? WEAK_SHARE : 1;
      const rates = isHand(limb) ? numbers.hand : numbers.foot;
      const own = measured[limb] ?? {};
      const single = own.single ? 1 / own.single : share / rates.single;
      const double = Math.min(single, own.double ? 1 / own.double : share / rates.double);
      const burst = Math.max(double, BURST_SHARE * single);
      const limits: LimbLimits = {
        double: seconds(double),
        burst: seconds(burst),
        single: seconds(single),
        base: seconds(own.base ?? numbers.base * share),
        perBit: seconds(own.perBit ?? numbers.perBit * share),
      };
      return [limb, limits];
    }),
  ) as Record<Limb, LimbLimits>;
  // Hands that follow one another cannot be slower than one hand by itself: what is faster than a double is no rule.
  const cross = Math.min(numbers.cross, limbs.R.double, limbs.L.double);
  return { limbs, cross: seconds(cross) };
}
