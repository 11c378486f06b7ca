/** Note values: the lengths in which notes and rests can be written. */

/** From whole to hundred-and-twenty-eighth note, in ticks. */
export const VALUES = [
  ["w", 40_320],
  ["h", 20_160],
  ["q", 10_080],
  ["8", 5_040],
  ["16", 2_520],
  ["32", 1_260],
  ["64", 630],
  ["128", 315],
] as const;
export type ValueName = (typeof VALUES)[number][0];

/** The shortest value: anything off its multiples is on no plain grid. */
export const SHORTEST = 315;
export const SIXTEENTH = 2_520;
export const EIGHTH = 5_040;
export const QUARTER = 10_080;
export const WHOLE = 40_320;

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
