/** How fast a player's limbs are: estimates in three levels, and the player's own numbers over them. */

import { type Hand, isHand, LIMBS, type Limb } from "../stroke/stroke";
import { type Seconds, seconds } from "../time/time";

/** The least times between strokes of one limb, and what moving costs it. */
export interface LimbLimits {
  /** From a stroke to its rebound within one slot. */
  readonly bounce: Seconds;
  /** From one stroke to the next, for two of them. */
  readonly double: Seconds;
  /** From one stroke to the next, for as long as one likes. */
  readonly single: Seconds;
  /** How long a buzz has to be pressed. */
  readonly buzz: Seconds;
  /**
   * Movement time over a distance D to a target W wide is `base + perBit · log2(D / W + 1)`: Fitts's law in the Shannon
   * form (I. S. MacKenzie, "Fitts' law as a research and design tool in human-computer interaction", 1992). The two
   * constants are our estimates, not measured.
   */
  readonly base: Seconds;
  readonly perBit: Seconds;
}

export type LimbPair = "hands" | "mixed" | "feet";

export interface Limits {
  readonly limbs: Readonly<Record<Limb, LimbLimits>>;
  /** From a stroke of one limb to one of another, while they are in turn. */
  readonly coordination: Readonly<Record<LimbPair, Seconds>>;
  /** With crossed arms, from a stroke of one hand to one of the other: the one on top has to clear. Our estimate. */
  readonly cross: Seconds;
}

/** Names of estimates, not of people. */
export const PLAYER_LEVELS = ["learner", "working", "advanced"] as const;
export type PlayerLevel = (typeof PLAYER_LEVELS)[number];

interface Rates {
  /** Strokes a second of one limb: by itself, in a double, and rebounding. */
  readonly single: number;
  readonly double: number;
  readonly bounce: number;
}

interface LevelNumbers {
  readonly hand: Rates;
  readonly foot: Rates;
  /** Strokes a second of two limbs in turn. */
  readonly coordination: Readonly<Record<LimbPair, number>>;
  /** Seconds. */
  readonly buzz: number;
  readonly base: number;
  readonly perBit: number;
  readonly cross: number;
}

/**
 * Our estimates, from teaching practice: with them seventeen common figures come to tempos at which players of each level
 * play them (`calibration.test.ts` has the table). A working player's 10.8 strokes a second of hands in turn are sixteenths
 * at 162; 14.5 rebounds a second are an open roll of two strokes a sixteenth at 100.
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
  // Hands that follow one another cannot be slower than one hand by itself: what is faster than a double is no rule.
  const cross = Math.min(numbers.cross, limbs.R.double, limbs.L.double);
  const { hands, mixed, feet } = numbers.coordination;
  const coordination = { hands: seconds(1 / hands), mixed: seconds(1 / mixed), feet: seconds(1 / feet) };
  return { limbs, coordination, cross: seconds(cross) };
}
