/** Note values: the lengths in which notes and rests can be written. */

import { EIGHTH, QUARTER, SIXTEENTH, WHOLE } from "~/core/time";

/** The shortest value: anything off its multiples is on no plain grid. */
export const SHORTEST = SIXTEENTH / 8;

/** From whole to hundred-and-twenty-eighth note, in ticks. */
export const VALUES = [
  ["w", WHOLE],
  ["h", WHOLE / 2],
  ["q", QUARTER],
  ["8", EIGHTH],
  ["16", SIXTEENTH],
  ["32", SIXTEENTH / 2],
  ["64", SIXTEENTH / 4],
  ["128", SHORTEST],
] as const;
export type ValueName = (typeof VALUES)[number][0];

export interface WrittenValue {
  readonly name: ValueName;
  readonly dots: 0 | 1;
}

/** The plain or dotted note of exactly `length` ticks; null if there is none. */
export function spellValue(length: number): WrittenValue | null {
  for (const [name, ticks] of VALUES) {
    if (ticks === length) return { name, dots: 0 };
    if (ticks * 1.5 === length && ticks > SHORTEST) return { name, dots: 1 };
  }
  return null;
}

/** Duration of a value in ticks. */
export function valueTicks({ name, dots }: WrittenValue): number {
  const plain = VALUES.find(([one]) => one === name)?.[1] ?? 0;
  return dots ? plain * 1.5 : plain;
}

/** All available lengths, longest first. */
export const LENGTHS: readonly number[] = VALUES.flatMap(([, ticks]) =>
  ticks > SHORTEST ? [ticks * 1.5, ticks] : [ticks],
).sort((a, b) => b - a);

/** Whether a value of `length` ticks is dotted. */
export function isDotted(length: number): boolean {
  return spellValue(length)?.dots === 1;
}

export function isOnGrid(at: number): boolean {
  return at % SHORTEST === 0;
}
