/** How fast a phrase can be played, and what limits it. The top tempo follows directly from the demands. */

import { surfacesOf } from "../kit/kit";
import { isHand, type KitVoice, type Limb } from "../stroke/stroke";
import type { Meter, Seconds } from "../time/time";
import type { Timeline } from "../timeline/timeline";
import { bpmOf, type Demand, offerAll } from "./demands";
import { type Circumstances, listMotions, type Motion, NO_OSTINATO, type Ostinato } from "./motions";
import type { Player } from "./player";

export interface Ceiling {
  /** Not rounded, and not clamped to playable tempos. */
  readonly bpm: number;
  readonly bottleneck: Demand;
}

/** The lowest tempo that any demand allows; null if no limb plays twice. */
export function findCeiling(timeline: Timeline, player: Player, ostinato: Circumstances | null = null): Ceiling | null {
  return ceilingOf(listMotions(timeline, ostinato), timeline.meter, player);
}

/** The same for motions, which need not be where the timeline has them. */
export function ceilingOf(motions: readonly Motion[], meter: Meter, player: Player): Ceiling | null {
  let best: Demand | null = null;
  let least = Number.POSITIVE_INFINITY;
  offerAll(motions, meter, player, (kind, from, to, need, span) => {
    const bpm = bpmOf(from, to, need, span, meter);
    if (bpm >= least) return;
    least = bpm;
    best = { kind, limb: to.limb, from, to, need: need as Seconds, bpm };
  });
  return best ? { bpm: least, bottleneck: best } : null;
}

/**
 * The part of the ceiling that doesn't depend on surfaces: no orchestration of the same sticking is faster. Null
 * without demands.
 */
export function findFixedCeiling(motions: readonly Motion[], meter: Meter, player: Player): Ceiling | null {
  const still = motions.map((motion): Motion => (isHand(motion.limb) ? { ...motion, place: "sn" } : motion));
  return ceilingOf(still, meter, { ...player, crosses: () => false });
}

export interface OtherPlace {
  /** The slot and limb of the stroke to move. */
  readonly slot: number;
  readonly limb: Limb;
  readonly event: number;
  readonly place: KitVoice;
  /** The new ceiling. */
  readonly bpm: number;
}

/**
 * For a ceiling set by a move or a crossing: the single stroke whose move to another surface raises it most. Null if
 * none does.
 */
export function findOtherPlace(
  timeline: Timeline,
  player: Player,
  { bpm, bottleneck }: Ceiling,
  ostinato: Ostinato = NO_OSTINATO,
): OtherPlace | null {
  if (bottleneck.kind !== "move" && bottleneck.kind !== "cross") return null;
  const motions = listMotions(timeline, ostinato(timeline));
  let best: OtherPlace | null = null;
  for (const { event } of [bottleneck.to, bottleneck.from]) {
    const stroke = timeline.events[event];
    if (!stroke || !isHand(stroke.limb)) continue;
    for (const { place } of surfacesOf(player.kit, stroke.limb)) {
      if (place === stroke.place) continue;
      const moved = motions.map((motion) => (motion.event === event ? { ...motion, place } : motion));
      const then = ceilingOf(moved, timeline.meter, player)?.bpm ?? Number.POSITIVE_INFINITY;
      if (then > (best?.bpm ?? bpm)) best = { slot: stroke.slot, limb: stroke.limb, event, place, bpm: then };
    }
  }
  return best;
}
