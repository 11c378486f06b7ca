/** How fast a player's limbs are: estimates in three levels, overridden by the player's own measurements. */

import { type Hand, isHand, LIMBS, type Limb } from "../stroke/stroke";
import { type Seconds, seconds } from "../time/time";

/** Minimum times between strokes of one limb, and the time that moves take. */
export interface LimbLimits {
  /** From a stroke to its rebound in the same slot. */
  readonly bounce: Seconds;
  /** Between two consecutive strokes. */
  readonly double: Seconds;
  /** Between strokes, indefinitely. */
  readonly single: Seconds;
  /** Minimum duration of a buzz. */
  readonly buzz: Seconds;
  /**
   * Movement time over distance D to a target of width W is `base + perBit · log2(D / W + 1)`: Fitts's law in the
   * Shannon form (I. S. MacKenzie, "Fitts' law as a research and design tool in human-computer interaction", 1992).
   * Both constants are our estimates, not measured.
   */
  readonly base: Seconds;
  readonly perBit: Seconds;
}

export type LimbPair = "hands" | "mixed" | "feet";

export interface Limits {
  readonly limbs: Readonly<Record<Limb, LimbLimits>>;
  /** Between strokes of two alternating limbs. */
  readonly coordination: Readonly<Record<LimbPair, Seconds>>;
  /** With crossed arms, between strokes of the two hands: the upper one has to get out of the way. Our estimate. */
  readonly cross: Seconds;
}

/** These name estimates, not people. */
export const PLAYER_LEVELS = ["learner", "working", "advanced"] as const;
export type PlayerLevel = (typeof PLAYER_LEVELS)[number];

interface Rates {
  /** Strokes per second of one limb: singles, within a double, and rebounds. */
  readonly single: number;
  readonly double: number;
  readonly bounce: number;
}

interface LevelNumbers {
  readonly hand: Rates;
  readonly foot: Rates;
  /** Strokes per second of two alternating limbs. */
  readonly coordination: Readonly<Record<LimbPair, number>>;
  /** Seconds. */
  readonly buzz: number;
  readonly base: number;
  readonly perBit: number;
  readonly cross: number;
}

/**
 * Our estimates from teaching practice. With them, seventeen common figures get tempos at which players of each level
 * play them (see the table in `calibration.test.ts`). A working player's 10.8 alternating hand strokes per second are
 * sixteenths at 162 bpm; 14.5 rebounds per second are an open roll in thirty-seconds at 100 bpm.
 */
const LEVELS: Record<PlayerLevel, LevelNumbers> = {
  learner: {
    hand: { single: 4.8, double: 6.9, bounce: 9.5 },
    foot: { single: 4.2, double: 5.9, bounce: 5.9 },
    coordination: { hands: 7, mixed: 6.8, feet: 6.4 },
    buzz: 0.193,
    base: 0.11,
    perBit: 0.142,
    cross: 0.15,
  },
  working: {
    hand: { single: 7.1, double: 11.4, bounce: 14.5 },
    foot: { single: 5.9, double: 8.3, bounce: 8.3 },
    coordination: { hands: 10.8, mixed: 10.8, feet: 10.2 },
    buzz: 0.12,
    base: 0.06,
    perBit: 0.089,
    cross: 0.09,
  },
  advanced: {
    hand: { single: 9.2, double: 15.2, bounce: 19 },
    foot: { single: 7.4, double: 11, bounce: 11 },
    coordination: { hands: 14, mixed: 14, feet: 13.4 },
    buzz: 0.0935,
    base: 0.04,
    perBit: 0.0717,
    cross: 0.066,
  },
};

/** The weaker hand and the other foot are slower by this factor. Our estimate. */
const WEAK_SHARE = 1.08;

/** Strokes per second that a player has measured; missing ones are estimated. */
export interface MeasuredLimb {
  readonly single?: number | undefined;
  readonly double?: number | undefined;
  /** Seconds; see {@link LimbLimits}. */
  readonly base?: number | undefined;
  readonly perBit?: number | undefined;
}
export type Measured = Readonly<Partial<Record<Limb, MeasuredLimb>>>;

/** The limits of a level for a player with this `strong` hand; the player's own measurements replace estimates. */
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
      const limits: LimbLimits = {
        bounce: seconds(Math.min(double, share / rates.bounce)),
        double: seconds(double),
        single: seconds(single),
        buzz: seconds(numbers.buzz * share),
        base: seconds(own.base ?? numbers.base * share),
        perBit: seconds(own.perBit ?? numbers.perBit * share),
      };
      return [limb, limits];
    }),
  ) as Record<Limb, LimbLimits>;
  // Alternating hands can't be slower than one hand alone, so this rule applies only up to the speed of a double.
  const cross = Math.min(numbers.cross, limbs.R.double, limbs.L.double);
  const { hands, mixed, feet } = numbers.coordination;
  const coordination = { hands: seconds(1 / hands), mixed: seconds(1 / mixed), feet: seconds(1 / feet) };
  return { limbs, coordination, cross: seconds(cross) };
}
