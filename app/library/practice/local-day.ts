const DAY = 24 * 60 * 60 * 1000;

/** The player's own day, in days since 1970; the same from midnight to midnight, even when the clocks change on it. */
export function dayOf(at: number): number {
  const date = new Date(at);
  return Date.UTC(date.getFullYear(), date.getMonth(), date.getDate()) / DAY;
}
