/** How fast a phrase can be played by the player of the moment, and what stops it. */

import { useEffect, useMemo } from "react";
import { type Ceiling, findCeiling } from "~/core/player";
import type { Timeline } from "~/core/timeline";
import { usePlayer } from "~/session/player";
import { useLights } from "~/views/lighting";

/** Longer lines are no fills, and would cost too much at each edit. */
const MOST_SLOTS = 2_000;

/**
 * Of a timeline laid out on the kit of the moment; null without a demand on any limb. The bottleneck's slots are lit in all
 * views.
 */
export function useCeiling(timeline: Timeline): Ceiling | null {
  const player = usePlayer();
  const { light } = useLights();
  const ceiling = useMemo(
    () => (timeline.slots.length <= MOST_SLOTS ? findCeiling(timeline, player) : null),
    [timeline, player],
  );
  const slots = ceiling ? [ceiling.bottleneck.from.slot, ceiling.bottleneck.to.slot].join() : "";
  const isOver = ceiling !== null && timeline.tempo > ceiling.bpm;
  useEffect(() => {
    light({ limit: slots === "" ? [] : slots.split(",").map(Number), isOver });
    return () => light({ limit: [] });
  }, [light, slots, isOver]);
  return ceiling;
}
