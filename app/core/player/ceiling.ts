/**
 * How fast a phrase can be played, and what stops it: every limb must have time for every stroke and every move. Each
 * demand is linear in the length of a tick, so that the highest tempo is read off the demands, not searched for.
 */

import { surfacesOf } from "../kit/kit";
import { isHand, LIMBS, type Limb, otherHand, type Place } from "../stroke/stroke";
import { type Meter, type Seconds, type Ticks, tempoUnitTicks } from "../time/time";
import { FLAM_SECONDS, type Timeline } from "../timeline/timeline";
import type { Limits } from "./limits";
import type { Player } from "./player";

/** One stroke of a limb as its mover feels it; the grace notes of one ornament are one. */
export interface Motion {
  readonly limb: Limb;
  readonly at: Ticks;
  /**
   * Seconds before `at`: an ornament leads its stroke by the same time at every tempo, that of a tight flam, whatever
   * room it is given on paper.
   */
  readonly lead: number;
  readonly place: Place;
  readonly slot: number;
  /** Its index among the timeline's events. */
  readonly event: number;
  /** Which moment of the phrase it falls on: those of one moment sound together. */
  readonly moment: number;
}

/** Why a limb needs time. */
export type DemandKind =
  /** From one surface to another. */
  | "move"
  /** The rebound of a double. */
  | "double"
  /** A double and on: two strokes more on the same limb. */
  | "turn"
  /** A few motions in a row. */
  | "burst"
  /** More motions than a burst has. */
  | "singles"
  /** Many strokes, doubles or not. */
  | "stamina"
  /** One hand over the other. */
  | "cross";

export interface Demand {
  readonly kind: DemandKind;
  /** The limb that needs the time; of a crossing, the one that arrives. */
  readonly limb: Limb;
  readonly from: Motion;
  readonly to: Motion;
  /** What the limb needs from one to the other. */
  readonly need: Seconds;
  /** The tempo up to which it has that; Infinity where it always has. */
  readonly bpm: number;
}

export interface Ceiling {
  /** Not rounded, and not clamped to the tempos that can be played. */
  readonly bpm: number;
  readonly bottleneck: Demand;
}

/** All motions, in order of time. */
export function listMotions(timeline: Timeline): Motion[] {
  const drafts: { limb: Limb; at: Ticks; lead: number; place: Place; slot: number; event: number }[] = [];
  for (const [event, { at, limb, place, slot, grace, graces, gracePlace }] of timeline.events.entries()) {
    if (grace !== undefined) continue;
    if (graces > 0 && isHand(limb)) {
      drafts.push({ limb: otherHand(limb), at, lead: graces * FLAM_SECONDS, place: gracePlace ?? place, slot, event });
    }
    drafts.push({ limb, at, lead: 0, place, slot, event });
  }
  drafts.sort((a, b) => a.at - b.at || b.lead - a.lead);
  let moment = -1;
  return drafts.map((draft, index) => {
    const before = drafts[index - 1];
    if (!before || before.at !== draft.at || before.lead !== draft.lead) moment++;
    return { ...draft, moment };
  });
}

/** The tempo up to which `need` seconds pass from one motion to the other. */
export function tempoFor(from: Motion, to: Motion, need: number, meter: Meter): number {
  const wanted = need + to.lead - from.lead;
  return wanted <= 0 ? Number.POSITIVE_INFINITY : ((to.at - from.at) * 60) / (tempoUnitTicks(meter) * wanted);
}

/** Strokes over which stamina is measured. */
const STAMINA_STROKES = 8;
/** Motions up to which it is a burst. */
const BURST_MOTIONS = 4;

type Offer = (kind: DemandKind, from: Motion, to: Motion, need: number) => void;

/** All that one limb demands by itself, moves apart: it does not depend on where it plays. */
function demandRates(motions: readonly Motion[], limits: Limits, offer: Offer) {
  const limb = motions[0]?.limb;
  if (!limb) return;
  const { double, burst, single } = limits.limbs[limb];
  for (const [index, from] of motions.entries()) {
    const next = motions[index + 1];
    if (!next) break;
    offer("double", from, next, double);
    const turn = motions[index + 2];
    if (turn) offer("turn", from, turn, double + burst);
    const last = motions[index + STAMINA_STROKES];
    if (last) offer("stamina", from, last, (STAMINA_STROKES / 2) * (double + single));
    demandMotions(motions, index, burst, single, offer);
  }
}

/**
 * Windows of motions from one stroke on. Two strokes in a row with nothing of another limb between may be one motion, a
 * stroke and its rebound; a run of n takes n/2 of them, rounded up.
 */
function demandMotions(motions: readonly Motion[], index: number, burst: number, single: number, offer: Offer) {
  const from = motions[index] as Motion;
  let run = 1;
  let inRuns = 0;
  let told = 1;
  for (let last = index + 1; last < motions.length && told <= BURST_MOTIONS; last++) {
    const to = motions[last] as Motion;
    if (to.moment === (motions[last - 1] as Motion).moment + 1) run++;
    else {
      inRuns += Math.ceil(run / 2);
      run = 1;
    }
    const count = inRuns + Math.ceil(run / 2);
    if (count === told) continue;
    told = count;
    if (count <= BURST_MOTIONS) offer("burst", from, to, (count - 1) * burst);
    else offer("singles", from, to, (count - 1) * single);
  }
}

/** The last stroke of each hand before each stroke of the other one. */
function demandCrossings(motions: readonly Motion[], player: Player, offer: Offer) {
  const last: { R: Motion | null; L: Motion | null } = { R: null, L: null };
  for (const motion of motions) {
    const { limb } = motion;
    if (!isHand(limb)) continue;
    const other = last[otherHand(limb)];
    last[limb] = motion;
    // Together, or an ornament and its stroke: the hands come as one.
    if (!other || other.at === motion.at) continue;
    const [right, left] = limb === "R" ? [motion, other] : [other, motion];
    if (player.crosses(right.place, left.place)) offer("cross", other, motion, player.limits.cross);
  }
}

function offerAll(motions: readonly Motion[], player: Player, offer: Offer) {
  for (const limb of LIMBS) {
    const own = motions.filter((motion) => motion.limb === limb);
    demandRates(own, player.limits, offer);
    for (const [index, from] of own.entries()) {
      const to = own[index + 1];
      if (!to) break;
      const time = player.time(limb, from.place, to.place);
      if (time > 0) offer("move", from, to, time);
    }
  }
  demandCrossings(motions, player, offer);
}

/** Every demand of a phrase on its player. */
export function listDemands(timeline: Timeline, player: Player): Demand[] {
  const demands: Demand[] = [];
  offerAll(listMotions(timeline), player, (kind, from, to, need) =>
    demands.push({
      kind,
      limb: to.limb,
      from,
      to,
      need: need as Seconds,
      bpm: tempoFor(from, to, need, timeline.meter),
    }),
  );
  return demands;
}

/** The lowest tempo that any demand allows; null for a phrase that no limb plays twice in. */
export function findCeiling(timeline: Timeline, player: Player): Ceiling | null {
  return ceilingOf(listMotions(timeline), timeline.meter, player);
}

/** The same of motions, which may stand elsewhere than a timeline has them. */
export function ceilingOf(motions: readonly Motion[], meter: Meter, player: Player): Ceiling | null {
  let best: Demand | null = null;
  let least = Number.POSITIVE_INFINITY;
  offerAll(motions, player, (kind, from, to, need) => {
    const bpm = tempoFor(from, to, need, meter);
    if (bpm >= least) return;
    least = bpm;
    best = { kind, limb: to.limb, from, to, need: need as Seconds, bpm };
  });
  return best ? { bpm: least, bottleneck: best } : null;
}

/**
 * What of the ceiling does not depend on where the hands play: no orchestration of the same sticking is faster. Null without
 * any demand.
 */
export function findFixedCeiling(motions: readonly Motion[], meter: Meter, player: Player): Ceiling | null {
  const still = motions.map((motion): Motion => (isHand(motion.limb) ? { ...motion, place: "sn" } : motion));
  return ceilingOf(still, meter, { ...player, crosses: () => false });
}

export interface OtherPlace {
  /** The slot and limb of the stroke to be put elsewhere. */
  readonly slot: number;
  readonly limb: Limb;
  readonly event: number;
  readonly place: Place;
  /** The ceiling then. */
  readonly bpm: number;
}

/**
 * For a ceiling that a move or a crossing sets: the one stroke that, put on another surface, raises it most. Null where
 * none raises it.
 */
export function findOtherPlace(timeline: Timeline, player: Player, { bpm, bottleneck }: Ceiling): OtherPlace | null {
  if (bottleneck.kind !== "move" && bottleneck.kind !== "cross") return null;
  const motions = listMotions(timeline);
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

/** Strokes a second of a limb in a phrase at its tempo; what goes round again is not counted. */
export interface LimbPace {
  readonly limb: Limb;
  readonly strokes: number;
  /** Over the whole phrase. */
  readonly average: number;
  /** At the shortest distance between two strokes that are no double; null without. */
  readonly singles: number | null;
  /** In its quickest double; null without. */
  readonly doubles: number | null;
}

export function measurePace(timeline: Timeline): LimbPace[] {
  const motions = listMotions(timeline);
  const perTick = 60 / (timeline.tempo * tempoUnitTicks(timeline.meter));
  const length = Math.max(1, timeline.end - timeline.window.start) * perTick;
  return LIMBS.flatMap((limb) => {
    const own = motions.filter((motion) => motion.limb === limb);
    if (own.length === 0) return [];
    let [single, double] = [Number.POSITIVE_INFINITY, Number.POSITIVE_INFINITY];
    for (const [index, to] of own.entries()) {
      const from = own[index - 1];
      if (!from) continue;
      const gap = (to.at - from.at) * perTick - to.lead + from.lead;
      if (to.moment === from.moment + 1) double = Math.min(double, gap);
      else single = Math.min(single, gap);
    }
    const rate = (gap: number) => (Number.isFinite(gap) && gap > 0 ? 1 / gap : null);
    return [{ limb, strokes: own.length, average: own.length / length, singles: rate(single), doubles: rate(double) }];
  });
}
