/** The one stroke that had better go elsewhere. */

import { useDeferredValue, useMemo } from "react";
import { type Ceiling, findOtherPlace, type OtherPlace, type Timeline, type Travel } from "~/core";

/** Trying all other surfaces takes longer than the ceiling itself: it follows when there is time; null until then. */
export function useOtherPlace(timeline: Timeline, travel: Travel, ceiling: Ceiling | null): OtherPlace | null {
  const now = useMemo(() => ({ timeline, travel, ceiling }), [timeline, travel, ceiling]);
  const settled = useDeferredValue(now);
  const other = useMemo(
    () => (settled.ceiling ? findOtherPlace(settled.timeline, settled.travel, settled.ceiling) : null),
    [settled],
  );
  return settled === now ? other : null;
}
