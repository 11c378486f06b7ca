/** How fast the fill on the bench can be played on the player's kit, and what stops it. */

import { useDeferredValue, useEffect, useMemo } from "react";
import { type Ceiling, findCeiling, findOtherPlace, type OtherPlace, type Timeline } from "~/core";
import { useRig } from "~/ui/rig";
import { light } from "~/views/lighting";

export interface Reach {
  /** Null without a demand on any limb. */
  readonly ceiling: Ceiling | null;
  /** The one stroke that had better go elsewhere. */
  readonly other: OtherPlace | null;
}

const NONE: Reach = { ceiling: null, other: null };
/** Longer lines are no fills, and would cost too much at each edit. */
const MOST_SLOTS = 2_000;

/** Of a timeline laid out on the kit of the moment. The bottleneck's slots are lit in all views. */
export function useCeiling(timeline: Timeline): Reach {
  const { travel } = useRig();
  const ceiling = useMemo(
    () => (travel && timeline.slots.length <= MOST_SLOTS ? findCeiling(timeline, travel) : null),
    [timeline, travel],
  );
  // Trying all other surfaces takes longer than the ceiling itself: it follows when there is time.
  const settled = useDeferredValue(useMemo(() => ({ timeline, travel, ceiling }), [timeline, travel, ceiling]));
  const other = useMemo(
    () =>
      settled.ceiling && settled.travel ? findOtherPlace(settled.timeline, settled.travel, settled.ceiling) : null,
    [settled],
  );
  const slots = ceiling ? [ceiling.bottleneck.from.slot, ceiling.bottleneck.to.slot].join() : "";
  const isOver = ceiling !== null && timeline.tempo > ceiling.bpm;
  useEffect(() => {
    light({ limit: slots === "" ? [] : slots.split(",").map(Number), isOver });
    return () => light({ limit: [] });
  }, [slots, isOver]);
  return useMemo(
    () => (ceiling ? { ceiling, other: settled.ceiling === ceiling ? other : null } : NONE),
    [ceiling, other, settled],
  );
}
