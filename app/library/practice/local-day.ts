const DAY = 24 * 60 * 60 * 1000;

/** The player's local day, in days since 1970; constant from midnight to midnight, even when the clocks change. */
export function dayOf(at: number): number {
  const date = new Date(at);
  return Date.UTC(date.getFullYear(), date.getMonth(), date.getDate()) / DAY;
}
