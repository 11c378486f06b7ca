/** How fast a fill can be played on the player's kit, and what stops it. */

import { useEffect, useMemo } from "react";
import { type Ceiling, findCeiling, type Timeline } from "~/core";
import { useRig } from "~/ui/rig";
import { light } from "~/views/lighting";

/** Longer lines are no fills, and would cost too much at each edit. */
const MOST_SLOTS = 2_000;

/**
 * Of a timeline laid out on the kit of the moment; null without a demand on any limb. The bottleneck's slots are lit in all
 * views.
 */
export function useCeiling(timeline: Timeline): Ceiling | null {
  const { travel } = useRig();
  const ceiling = useMemo(
    () => (travel && timeline.slots.length <= MOST_SLOTS ? findCeiling(timeline, travel) : null),
    [timeline, travel],
  );
  const slots = ceiling ? [ceiling.bottleneck.from.slot, ceiling.bottleneck.to.slot].join() : "";
  const isOver = ceiling !== null && timeline.tempo > ceiling.bpm;
  useEffect(() => {
    light({ limit: slots === "" ? [] : slots.split(",").map(Number), isOver });
    return () => light({ limit: [] });
  }, [slots, isOver]);
  return ceiling;
}
