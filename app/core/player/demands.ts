/**
 * What a phrase demands of its player: every limb must have time for every stroke and every move. Each demand is linear in
 * the length of a tick.
 */

import { isHand, type KitVoice, LIMBS, type Limb, otherHand } from "../stroke/stroke";
import { type Meter, type Seconds, tempoUnitTicks } from "../time/time";
import type { Timeline } from "../timeline/timeline";
import type { LimbPair, Limits } from "./limits";
import { type Circumstances, listMotions, type Motion } from "./motions";
import type { Player } from "./player";

/** Why a limb needs time. */
export type DemandKind =
  /** From one surface to another. */
  | "move"
  /** The rebounds of one slot. */
  | "bounce"
  /** Two strokes in a row. */
  | "double"
  /** A double and on: three strokes of one limb. */
  | "turn"
  /** A few strokes of one limb. */
  | "burst"
  /** More strokes of one limb than a burst has. */
  | "singles"
  /** Limbs in turn: each waits for the one before. */
  | "coordination"
  /** A stick that is pressed into its drum. */
  | "buzz"
  /** A hand that takes hold of a cymbal. */
  | "choke"
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

/** The tempo up to which `need` seconds pass from one motion to the other. */
export function tempoFor(from: Motion, to: Motion, need: number, meter: Meter): number {
  return tempoOver(to.at - from.at, need + to.lead - from.lead, meter);
}

/** The tempo at which `span` ticks last `need` seconds. */
function tempoOver(span: number, need: number, meter: Meter): number {
  return need <= 0 ? Number.POSITIVE_INFINITY : (span * 60) / (tempoUnitTicks(meter) * need);
}

/** Strokes of one limb from which on it is no burst any more. */
const SUSTAINED = 6;
/** The longest burst, in gaps. */
const BURST_GAPS = 4;

/** `span`: ticks that pass, where they are not those from one motion to the other. */
type OfferDemand = (kind: DemandKind, from: Motion, to: Motion, need: number, span?: number) => void;

/**
 * All that one limb demands by itself, moves apart: it does not depend on where it plays. Over k gaps in a row it needs a
 * double and a single in turn for a burst, a single each for more; rebounds are not counted.
 */
function demandRates(motions: readonly Motion[], limits: Limits, offer: OfferDemand) {
  const limb = motions[0]?.limb;
  if (!limb) return;
  const { bounce, double, single } = limits.limbs[limb];
  for (const [index, to] of motions.entries()) {
    const from = motions[index - 1];
    if (!from) continue;
    const isBounce = inOneBounce(from, to);
    offer(isBounce ? "bounce" : "double", from, to, isBounce ? bounce : double);
    const first = motions[index - 2];
    if (first && inOneBounce(first, to)) offer("turn", first, to, bounce + double);
    if (from.isBuzz) offer("buzz", from, to, limits.limbs[limb].buzz + double);
  }
  const strokes = motions.filter(({ isRebound }) => !isRebound);
  for (const [index, from] of strokes.entries()) {
    for (let gaps = 2; gaps <= BURST_GAPS; gaps++) {
      const to = strokes[index + gaps];
      const need = Math.ceil(gaps / 2) * double + Math.floor(gaps / 2) * single;
      if (to) offer(gaps === 2 ? "turn" : "burst", from, to, need);
    }
    const last = strokes[index + SUSTAINED];
    if (last) offer("singles", from, last, SUSTAINED * single);
  }
}

function inOneBounce(from: Motion, to: Motion): boolean {
  return from.bounces && to.bounces && from.slot === to.slot;
}

/** Gaps between limbs from which on they are in turn: a pair may come as close as a flam. */
const IN_TURN = { fewest: 3, most: 5 } as const;
/** And from which on they have to keep it up. */
const KEPT_UP = { fewest: 8, most: 15 } as const;
/** Limbs that are in turn for a moment may be this much faster. Our estimate. */
const SHORT_SHARE = 0.82;

/**
 * Limbs in turn. From each moment to the next one, what the slowest pair of limbs needs; nothing for a limb after itself,
 * which its own rates cover. Rebounds come by themselves, and ornaments come as one.
 */
function demandCoordination(motions: readonly Motion[], { coordination }: Limits, offer: OfferDemand) {
  const moments: Motion[][] = [];
  for (const motion of motions) {
    if (motion.isRebound || motion.lead > 0) continue;
    const now = moments.at(-1);
    if (now?.[0]?.at === motion.at) now.push(motion);
    else moments.push([motion]);
  }
  const needs = moments.map((moment, index) => {
    let most = 0;
    for (const from of moments[index - 1] ?? []) {
      for (const to of moment) {
        if (from.limb !== to.limb) most = Math.max(most, coordination[pairOf(from.limb, to.limb)]);
      }
    }
    return most;
  });
  const sums = [0];
  for (const need of needs) sums.push((sums.at(-1) ?? 0) + need);
  const over = (from: number, gaps: number, share: number) => {
    const [first, last] = [moments[from]?.[0], moments[from + gaps]?.[0]];
    if (!first || !last) return;
    const need = ((sums[from + gaps + 1] ?? 0) - (sums[from + 1] ?? 0)) * share;
    if (need > 0) offer("coordination", first, last, need);
  };
  for (const from of moments.keys()) {
    for (let gaps = IN_TURN.fewest; gaps <= IN_TURN.most; gaps++) over(from, gaps, SHORT_SHARE);
    for (let gaps = KEPT_UP.fewest; gaps <= KEPT_UP.most; gaps++) over(from, gaps, 1);
  }
}

function pairOf(a: Limb, b: Limb): LimbPair {
  if (isHand(a) !== isHand(b)) return "mixed";
  return isHand(a) ? "hands" : "feet";
}

/** The last stroke of each hand before each stroke of the other one: crossed arms, and drums that are still pressed. */
function demandHands(motions: readonly Motion[], player: Player, offer: OfferDemand) {
  const last: { R: Motion | null; L: Motion | null } = { R: null, L: null };
  for (const motion of motions) {
    const { limb } = motion;
    if (!isHand(limb)) continue;
    const other = last[otherHand(limb)];
    last[limb] = motion;
    // Together, or an ornament and its stroke: the hands come as one.
    if (!other || other.at === motion.at) continue;
    if (other.isBuzz && motion.lead === 0) offer("buzz", other, motion, player.limits.limbs[other.limb].buzz);
    const [right, left] = limb === "R" ? [motion, other] : [other, motion];
    if (player.crosses(right.place, left.place)) offer("cross", other, motion, player.limits.cross);
  }
}

/** What a hand needs to take hold of a cymbal, or to go on from there. */
function graspTime(player: Player, hand: Limb, from: KitVoice, to: KitVoice): number {
  return Math.max(player.limits.limbs[hand].single, player.time(hand, from, to));
}

/**
 * A choked cymbal is taken hold of by whichever hand has it easier, between its strokes before and after. That is offered
 * as what limits the better hand.
 */
function demandChokes(motions: readonly Motion[], meter: Meter, player: Player, offer: OfferDemand) {
  const hands = (["R", "L"] as const).map((hand) => ({ hand, own: motions.filter(({ limb }) => limb === hand) }));
  for (const struck of motions) {
    const { chokedAt } = struck;
    if (chokedAt === null) continue;
    const [right, left] = hands.map(({ hand, own }) => graspOf(hand, own, struck, chokedAt, meter, player));
    // A hand that plays nothing else is free for it.
    if (!right || !left) continue;
    const { from, to, need, span } = right.bpm >= left.bpm ? right : left;
    offer("choke", from, to, need, span);
  }
}

interface Grasp {
  readonly from: Motion;
  readonly to: Motion;
  readonly need: number;
  readonly span: number;
  readonly bpm: number;
}

/** What limits a hand that is to be at a cymbal at a time: to get there, or to go on. Null where it plays nothing else. */
function graspOf(
  hand: Limb,
  own: readonly Motion[],
  struck: Motion,
  at: number,
  meter: Meter,
  player: Player,
): Grasp | null {
  const before = own.findLast((motion) => motion.at <= at);
  const after = own.find((motion) => motion.at > at);
  const ways: Grasp[] = [];
  const add = (from: Motion, to: Motion, need: number, span: number) =>
    ways.push({ from, to, need, span, bpm: tempoOver(span, need, meter) });
  if (before) add(before, struck, graspTime(player, hand, before.place, struck.place) - before.lead, at - before.at);
  if (after) add(struck, after, graspTime(player, hand, struck.place, after.place) + after.lead, after.at - at);
  return ways.reduce<Grasp | null>((worst, one) => (worst === null || one.bpm < worst.bpm ? one : worst), null);
}

/** Tells all that motions demand. */
export function offerAll(motions: readonly Motion[], meter: Meter, player: Player, offer: OfferDemand) {
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
  demandCoordination(motions, player.limits, offer);
  demandHands(motions, player, offer);
  demandChokes(motions, meter, player, offer);
}

/** Every demand of a phrase on its player. */
export function listDemands(timeline: Timeline, player: Player, under: Circumstances | null = null): Demand[] {
  const demands: Demand[] = [];
  const { meter } = timeline;
  offerAll(listMotions(timeline, under), meter, player, (kind, from, to, need, span) =>
    demands.push({ kind, limb: to.limb, from, to, need: need as Seconds, bpm: bpmOf(from, to, need, span, meter) }),
  );
  return demands;
}

/** The tempo that a demand allows. */
export function bpmOf(from: Motion, to: Motion, need: number, span: number | undefined, meter: Meter): number {
  return span === undefined ? tempoFor(from, to, need, meter) : tempoOver(span, need, meter);
}
