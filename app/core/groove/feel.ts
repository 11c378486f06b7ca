/** Feel: small timing shifts from the written position. Swing, and limbs that lay back or push. */

import type { Limb } from "../stroke/stroke";
import { type Bpm, barTicks, type Meter, type Rate, secondsToTicks, TICKS_PER_QUARTER } from "../time/time";

export const SWING_UNITS = [2, 4] as const;
/** Which notes swing: eighths (2 per quarter) or sixteenths (4). */
export type SwingUnit = (typeof SWING_UNITS)[number];

export interface Swing {
  readonly unit: SwingUnit;
  /** The first note's share of a pair: 1/2 is straight, 2/3 is triplet swing, 3/4 hard swing. */
  readonly share: number;
}

export interface Feel {
  /** Null for straight. */
  readonly swing: Swing | null;
  /** Milliseconds by which a limb plays behind the beat (negative: ahead). Limbs not listed play on it. */
  readonly push: Readonly<Partial<Record<Limb, number>>>;
}

export const STRAIGHT: Feel = { swing: null, push: {} };
export const STRAIGHT_SHARE = 1 / 2;
export const TRIPLET_SHARE = 2 / 3;
export const HARDEST_SHARE = 3 / 4;
/** Milliseconds: a larger offset isn't laid back but wrong. */
export const MAX_PUSH = 50;

function pairTicks(unit: SwingUnit): number {
  return (2 * TICKS_PER_QUARTER) / unit;
}

/**
 * Whether swing affects this rate: only those that halve the beat. Triplets, quintuplets and so on have their own
 * division.
 */
export function followsSwing(rate: Rate): boolean {
  return Number.isInteger(Math.log2(rate.slots)) && rate.quarters === 1;
}

/**
 * The swung position in ticks; may be fractional. Pairs count from each bar line. Time is stretched evenly before a
 * pair's middle and compressed evenly after it; an odd note at the end of a bar stays.
 */
export function swingAt(at: number, { unit, share }: Swing, meter: Meter): number {
  return warp(at, unit, meter, 1 / 2, share);
}

/** The inverse of {@link swingAt}. */
export function unswingAt(at: number, { unit, share }: Swing, meter: Meter): number {
  return warp(at, unit, meter, share, 1 / 2);
}

/** Moves the point at `from` of each pair to `to`. */
function warp(at: number, unit: SwingUnit, meter: Meter, from: number, to: number): number {
  const bar = barTicks(meter);
  const barStart = Math.floor(at / bar) * bar;
  const pair = pairTicks(unit);
  const pairStart = Math.floor((at - barStart) / pair) * pair;
  if (pairStart + pair > bar) return at;
  const part = (at - barStart - pairStart) / pair;
  const moved = part < from ? (part / from) * to : to + ((part - from) / (1 - from)) * (1 - to);
  return barStart + pairStart + moved * pair;
}

/** Returns when a note sounds, from its written position, whether its rate swings, and its limb. */
export type Perform = (at: number, isSwung: boolean, limb: Limb | null) => number;

/** In ticks at `tempo`; positions count from a bar line. */
export function makePerform({ swing, push }: Feel, meter: Meter, tempo: Bpm): Perform {
  return (at, isSwung, limb) => {
    const behind = limb ? (push[limb] ?? 0) : 0;
    const moved = isSwung && swing && swing.share !== STRAIGHT_SHARE ? swingAt(at, swing, meter) : at;
    return moved + (behind === 0 ? 0 : secondsToTicks(behind / 1000, tempo, meter));
  };
}

/** The feel for a player who leads with the other hand: hand offsets change sides. */
export function mirrorFeel({ swing, push }: Feel): Feel {
  const { R, L, ...feet } = push;
  return { swing, push: { ...feet, ...(R === undefined ? {} : { L: R }), ...(L === undefined ? {} : { R: L }) } };
}

/** Whether `feel` changes the timing of swung notes. */
export function isSwung(feel: Feel): feel is Feel & { readonly swing: Swing } {
  return feel.swing !== null && feel.swing.share > STRAIGHT_SHARE;
}
