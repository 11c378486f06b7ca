/** Health reminders: which ones are due, kept rare. */

export const CARE_KINDS = ["hearing", "warm-up", "break", "tension"] as const;
export type CareKind = (typeof CARE_KINDS)[number];

export interface CareState {
  /** Minutes of playing without a break. */
  readonly minutes: number;
  /** Minutes until a break is due; 0 for never. */
  readonly breakAfter: number;
  /** How many times in a row the tempo went down in this session. */
  readonly downs: number;
  /** Reminders already shown today. */
  readonly shown: ReadonlySet<CareKind>;
}

/** This many times down in a row looks like tension, not learning. */
const TENSE_DOWNS = 3;

/** The most important reminder now; each at most once a day. Null for none. */
export function careNow({ minutes, breakAfter, downs, shown }: CareState): CareKind | null {
  const due: readonly [CareKind, boolean][] = [
    ["tension", downs >= TENSE_DOWNS],
    ["break", breakAfter > 0 && minutes >= breakAfter],
    ["warm-up", minutes === 0],
    ["hearing", minutes > 0],
  ];
  return due.find(([kind, isDue]) => isDue && !shown.has(kind))?.[0] ?? null;
}
