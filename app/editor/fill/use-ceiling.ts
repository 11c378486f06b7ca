/** How fast the current player can play a phrase, and what limits it. */

import { useEffect } from "react";
import { type Ceiling, findCeiling, type Ostinato, type Player } from "~/core/player";
import type { Timeline } from "~/core/timeline";
import { usePlayer } from "~/session/player";
import { useLights } from "~/views/lighting";
import { useOpenFill } from "./place";

/** Longer lines aren't fills, and would slow down every edit. */
const MAX_SLOTS = 2_000;

interface KnownCeiling {
  readonly player: Player;
  readonly ostinato: Ostinato;
  readonly ceiling: Ceiling | null;
}
const known = new WeakMap<Timeline, KnownCeiling>();

/** Computed once per timeline, player and what it is played over. */
function ceilingOf(timeline: Timeline, player: Player, ostinato: Ostinato): Ceiling | null {
  const found = known.get(timeline);
  if (found?.player === player && found.ostinato === ostinato) return found.ceiling;
  const isShort = timeline.slots.length <= MAX_SLOTS;
  const ceiling = isShort ? findCeiling(timeline, player, ostinato(timeline)) : null;
  known.set(timeline, { player, ostinato, ceiling });
  return ceiling;
}

/** For a timeline laid out on the current kit; null without any demand on a limb. */
export function useCeiling(timeline: Timeline): Ceiling | null {
  return ceilingOf(timeline, usePlayer(), useOpenFill().ostinato);
}

/** The same, and highlights the bottleneck's slots in all views. Only one component of a screen should use it. */
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
