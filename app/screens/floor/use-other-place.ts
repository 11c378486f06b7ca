/** The single stroke that should move to another surface. */

import { useMemo } from "react";
import { type Ceiling, findOtherPlace, type OtherPlace, type Player } from "~/core/player";
import type { Timeline } from "~/core/timeline";
import { useOpenFill } from "~/editor/fill/place";
import { useLater } from "~/views/use-followed";

/**
 * Trying all other surfaces takes longer than the ceiling itself, so it follows when there is time; null until then.
 */
export function useOtherPlace(timeline: Timeline, player: Player, ceiling: Ceiling | null): OtherPlace | null {
  const { ostinato } = useOpenFill();
  const now = useMemo(() => ({ timeline, player, ceiling }), [timeline, player, ceiling]);
  const settled = useLater(now);
  const other = useMemo(
    () => (settled.ceiling ? findOtherPlace(settled.timeline, settled.player, settled.ceiling, ostinato) : null),
    [settled, ostinato],
  );
  return settled === now ? other : null;
}
