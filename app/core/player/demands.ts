/**
 * What a phrase demands of its player: enough time for every stroke and every move. Each demand is linear in the length
 * of a tick.
 */

import { isHand, type KitVoice, LIMBS, type Limb, otherHand } from "../stroke/stroke";
import { type Meter, type Seconds, tempoUnitTicks } from "../time/time";
import type { Timeline } from "../timeline/timeline";
import type { LimbPair, Limits } from "./limits";
import { type Circumstances, listMotions, type Motion } from "./motions";
import type { Player } from "./player";

/** Why a limb needs time. */
export type DemandKind =
  /** Moving between surfaces. */
  | "move"
  /** The rebounds of one slot. */
  | "bounce"
  /** Two consecutive strokes. */
  | "double"
  /** A double and one more: three strokes of one limb. */
  | "turn"
  /** A few strokes of one limb. */
  | "burst"
  /** More strokes of one limb than a burst. */
  | "singles"
  /** Alternating limbs: each waits for the one before. */
  | "coordination"
  /** A stick pressed into its drum. */
  | "buzz"
  /** A hand that grabs a cymbal. */
  | "choke"
  /** One hand crossing over the other. */
  | "cross";

export interface Demand {
  readonly kind: DemandKind;
  /** The limb that needs the time; in a crossing, the arriving one. */
  readonly limb: Limb;
  readonly from: Motion;
  readonly to: Motion;
  /** The time the limb needs between the two. */
  readonly need: Seconds;
  /** The highest tempo at which it has that time; Infinity if always. */
  readonly bpm: number;
}

/** The highest tempo at which `need` seconds pass between the motions. */
export function tempoFor(from: Motion, to: Motion, need: number, meter: Meter): number {
  return tempoOver(to.at - from.at, need + to.lead - from.lead, meter);
}

/** The tempo at which `span` ticks last `need` seconds. */
function tempoOver(span: number, need: number, meter: Meter): number {
  return need <= 0 ? Number.POSITIVE_INFINITY : (span * 60) / (tempoUnitTicks(meter) * need);
}

/** From this many strokes of one limb on, it isn't a burst any more. */
const SUSTAINED = 6;
/** The longest burst, in gaps. */
const BURST_GAPS = 4;

/** `span`: ticks available, if they differ from the distance between the motions. */
type OfferDemand = (kind: DemandKind, from: Motion, to: Motion, need: number, span?: number) => void;

/**
 * A limb's own demands, without moves, so they don't depend on surfaces. k consecutive gaps need alternating doubles
 * and singles in a burst, and singles beyond that; rebounds don't count.
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

/** From this many gaps between limbs on, they alternate: a single pair may be as close as a flam. */
const IN_TURN = { fewest: 3, most: 5 } as const;
/** From this many on, they must sustain it. */
const KEPT_UP = { fewest: 8, most: 15 } as const;
/** Short alternations may be this much faster. Our estimate. */
const SHORT_SHARE = 0.82;

/**
 * Alternating limbs: from each moment to the next, the time the slowest pair needs. Nothing for a limb after itself,
 * which its own rates cover. Rebounds come on their own, and ornaments are one motion.
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

/** The last stroke of each hand before each stroke of the other: crossed arms, and drums still being pressed. */
function demandHands(motions: readonly Motion[], player: Player, offer: OfferDemand) {
  const last: { R: Motion | null; L: Motion | null } = { R: null, L: null };
  for (const motion of motions) {
    const { limb } = motion;
    if (!isHand(limb)) continue;
    const other = last[otherHand(limb)];
    last[limb] = motion;
    // Simultaneous strokes, or an ornament and its stroke: the hands arrive together.
    if (!other || other.at === motion.at) continue;
    if (other.isBuzz && motion.lead === 0) offer("buzz", other, motion, player.limits.limbs[other.limb].buzz);
    const [right, left] = limb === "R" ? [motion, other] : [other, motion];
    if (player.crosses(right.place, left.place)) offer("cross", other, motion, player.limits.cross);
  }
}

/** The time a hand needs to grab a cymbal, or to continue from there. */
function graspTime(player: Player, hand: Limb, from: KitVoice, to: KitVoice): number {
  return Math.max(player.limits.limbs[hand].single, player.time(hand, from, to));
}

/** The hand with more time between its strokes chokes the cymbal. The demand is what limits that hand. */
function demandChokes(motions: readonly Motion[], meter: Meter, player: Player, offer: OfferDemand) {
  const hands = (["R", "L"] as const).map((hand) => ({ hand, own: motions.filter(({ limb }) => limb === hand) }));
  for (const struck of motions) {
    const { chokedAt } = struck;
    if (chokedAt === null) continue;
    const [right, left] = hands.map(({ hand, own }) => graspOf(hand, own, struck, chokedAt, meter, player));
    // A hand that plays nothing else is free to choke.
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

/**
 * What limits a hand that must be at a cymbal at a given time: getting there, or continuing. Null if it plays nothing
 * else.
 */
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

/** Reports all demands of the motions. */
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

/** All demands of a phrase on its player. */
export function listDemands(timeline: Timeline, player: Player, ostinato: Circumstances | null = null): Demand[] {
  const demands: Demand[] = [];
  const { meter } = timeline;
  offerAll(listMotions(timeline, ostinato), meter, player, (kind, from, to, need, span) =>
    demands.push({ kind, limb: to.limb, from, to, need: need as Seconds, bpm: bpmOf(from, to, need, span, meter) }),
  );
  return demands;
}

/** The tempo a demand allows. */
export function bpmOf(from: Motion, to: Motion, need: number, span: number | undefined, meter: Meter): number {
  return span === undefined ? tempoFor(from, to, need, meter) : tempoOver(span, need, meter);
}
