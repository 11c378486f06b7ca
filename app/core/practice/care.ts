/** Reminders to take care: which ones are due, so that they are few. */

export const CARE_KINDS = ["hearing", "warm-up", "break", "tension"] as const;
export type CareKind = (typeof CARE_KINDS)[number];

export interface CareState {
  /** Minutes played without a break. */
  readonly minutes: number;
  /** Minutes after which a break is due; 0 for never. */
  readonly breakAfter: number;
  /** Times in a row that the tempo went down in this sitting. */
  readonly downs: number;
  /** What was shown today already. */
  readonly shown: ReadonlySet<CareKind>;
}

/** Downs in a row that look like tension rather than learning. */
const TENSE_DOWNS = 3;

/** The one that matters most now; each at most once a day. Null for none. */
export function careNow({ minutes, breakAfter, downs, shown }: CareState): CareKind | null {
  const due: readonly [CareKind, boolean][] = [
    ["tension", downs >= TENSE_DOWNS],
    ["break", breakAfter > 0 && minutes >= breakAfter],
    ["warm-up", minutes === 0],
    ["hearing", minutes > 0],
  ];
  return due.find(([kind, isDue]) => isDue && !shown.has(kind))?.[0] ?? null;
}
