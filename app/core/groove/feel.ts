/** Feel: how notes stand a little beside where they are written. Swing, and limbs that lie back or push. */

import type { Limb } from "../stroke/stroke";
import { type Bpm, barTicks, type Meter, type Rate, secondsToTicks, TICKS_PER_QUARTER } from "../time/time";

export const SWING_UNITS = [2, 4] as const;
/** Which notes are swung: eighths (2 to the quarter) or sixteenths (4). */
export type SwingUnit = (typeof SWING_UNITS)[number];

export interface Swing {
  readonly unit: SwingUnit;
  /** What the first note of a pair takes of it: 1/2 is straight, 2/3 as in triplets, 3/4 hard. */
  readonly share: number;
}

export interface Feel {
  /** Null for straight. */
  readonly swing: Swing | null;
  /** Milliseconds that a limb stands behind the beat, negative before it; a limb that is not named stands on it. */
  readonly push: Readonly<Partial<Record<Limb, number>>>;
}

export const STRAIGHT: Feel = { swing: null, push: {} };
export const STRAIGHT_SHARE = 1 / 2;
export const TRIPLET_SHARE = 2 / 3;
export const HARDEST_SHARE = 3 / 4;
/** Milliseconds: a limb that is further off than this is not laid back but wrong. */
export const MAX_PUSH = 50;

function pairTicks(unit: SwingUnit): number {
  return (2 * TICKS_PER_QUARTER) / unit;
}

/**
 * Whether notes at this rate follow a swing: those that halve the beat. Triplets, quintuplets and the like stand where
 * they are written: they have their own way through the beat.
 */
export function followsSwing(rate: Rate): boolean {
  return Number.isInteger(Math.log2(rate.slots)) && rate.quarters === 1;
}

/**
 * Where a position sounds under a swing, in ticks (not always whole ones). Pairs count from each bar line; within a pair
 * time is stretched evenly before its middle and pressed evenly after it, and a bar's odd note at its end stays.
 */
export function swingAt(at: number, { unit, share }: Swing, meter: Meter): number {
  return warp(at, unit, meter, 1 / 2, share);
}

/** The position that sounds at `at`: undoes {@link swingAt}. */
export function unswingAt(at: number, { unit, share }: Swing, meter: Meter): number {
  return warp(at, unit, meter, share, 1 / 2);
}

/** Moves the point at `from` of each pair to `to` of it. */
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

/** Says where a note sounds: its written position, whether its rate follows a swing, and who plays it. */
export type Perform = (at: number, isSwung: boolean, limb: Limb | null) => number;

/** Ticks at `tempo`; positions count from a bar line. */
export function makePerform({ swing, push }: Feel, meter: Meter, tempo: Bpm): Perform {
  return (at, isSwung, limb) => {
    const behind = limb ? (push[limb] ?? 0) : 0;
    const moved = isSwung && swing && swing.share !== STRAIGHT_SHARE ? swingAt(at, swing, meter) : at;
    return moved + (behind === 0 ? 0 : secondsToTicks(behind / 1000, tempo, meter));
  };
}

/** The feel for a player who leads with the other hand: what was said of one hand is said of the other. */
export function mirrorFeel({ swing, push }: Feel): Feel {
  const { R, L, ...feet } = push;
  return { swing, push: { ...feet, ...(R === undefined ? {} : { L: R }), ...(L === undefined ? {} : { R: L }) } };
}

/** Whether swung notes of `feel` stand somewhere else than straight ones. */
export function isSwung(feel: Feel): feel is Feel & { readonly swing: Swing } {
  return feel.swing !== null && feel.swing.share > STRAIGHT_SHARE;
}
