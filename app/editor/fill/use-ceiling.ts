/** How fast a phrase can be played by the player of the moment, and what stops it. */

import { useEffect } from "react";
import { type Ceiling, findCeiling, type Player, type Under } from "~/core/player";
import type { Timeline } from "~/core/timeline";
import { usePlayer } from "~/session/player";
import { useLights } from "~/views/lighting";
import { useOpenFill } from "./place";

/** Longer lines are no fills, and would cost too much at each edit. */
const MAX_SLOTS = 2_000;

interface KnownCeiling {
  readonly player: Player;
  readonly under: Under;
  readonly ceiling: Ceiling | null;
}
const known = new WeakMap<Timeline, KnownCeiling>();

/** Worked out once for each timeline and player and what it is played under, whoever asks. */
function ceilingOf(timeline: Timeline, player: Player, under: Under): Ceiling | null {
  const found = known.get(timeline);
  if (found?.player === player && found.under === under) return found.ceiling;
  const isShort = timeline.slots.length <= MAX_SLOTS;
  const ceiling = isShort ? findCeiling(timeline, player, under(timeline)) : null;
  known.set(timeline, { player, under, ceiling });
  return ceiling;
}

/** Of a timeline laid out on the kit of the moment; null without a demand on any limb. */
export function useCeiling(timeline: Timeline): Ceiling | null {
  return ceilingOf(timeline, usePlayer(), useOpenFill().under);
}

/** The same, and the bottleneck's slots are lit in all views. One part of a screen does this. */
export function useLitCeiling(timeline: Timeline): Ceiling | null {
  const { light } = useLights();
  const ceiling = useCeiling(timeline);
  const slots = ceiling ? [ceiling.bottleneck.from.slot, ceiling.bottleneck.to.slot].join() : "";
  const isOver = ceiling !== null && timeline.tempo > ceiling.bpm;
  useEffect(() => {
    light({ limit: slots === "" ? [] : slots.split(",").map(Number), isOver });
    return () => light({ limit: [] });
  }, [light, slots, isOver]);
  return ceiling;
}
