/** How fast a phrase can be played by the player of the moment, and what stops it. */

import { useEffect } from "react";
import { type Ceiling, findCeiling, type Player } from "~/core/player";
import type { Timeline } from "~/core/timeline";
import { usePlayer } from "~/session/player";
import { useLights } from "~/views/lighting";
import { useEditor } from "./context";
import type { PhraseEditor, Workable } from "./editor";

/** Longer lines are no fills, and would cost too much at each edit. */
const MOST_SLOTS = 2_000;

interface Known {
  readonly player: Player;
  readonly content: Workable;
  readonly ceiling: Ceiling | null;
}
const known = new WeakMap<Timeline, Known>();

/** Worked out once for each timeline, player and content, whoever asks. */
function ceilingOf(timeline: Timeline, player: Player, editor: PhraseEditor): Ceiling | null {
  const found = known.get(timeline);
  const { content } = editor.store.getState();
  if (found?.player === player && found.content === content) return found.ceiling;
  const isShort = timeline.slots.length <= MOST_SLOTS;
  const ceiling = isShort ? findCeiling(timeline, player, editor.under(timeline)) : null;
  known.set(timeline, { player, content, ceiling });
  return ceiling;
}

/** Of a timeline laid out on the kit of the moment; null without a demand on any limb. */
export function useCeiling(timeline: Timeline): Ceiling | null {
  return ceilingOf(timeline, usePlayer(), useEditor());
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
