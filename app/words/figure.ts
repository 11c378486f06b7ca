/** How a phrase meets the band's hits. */

import { plural } from "./time";

/** "The fill is with the band at 2 of 3 hits". */
export function describeHits(kept: readonly (boolean | null)[]): string {
  const within = kept.filter((one) => one !== null);
  if (within.length === 0) return kept.length > 0 ? "The fill doesn't reach the band hits." : "";
  return `The fill catches ${within.filter(Boolean).length} of ${plural(within.length, "band hit")}.`;
}
