/**
 * Every playable way to put a phrase's hand strokes on a kit at its tempo, as one graph: a node per stroke and surface
 * of each hand, an edge per possible next surface. Counting, ranking and drawing use this graph.
 */

import type { Graph } from "../graph/graph";
import { isPlayable } from "../kit/kit";
import type { StrokeKey } from "../line/rewrite";
import { type Ceiling, ceilingOf, findFixedCeiling } from "../player/ceiling";
import { type Circumstances, listMotions, type Motion } from "../player/motions";
import type { Player } from "../player/player";
import { isBackbeat } from "../pulse/pulse";
import { type Hand, isHand, type KitVoice, otherHand } from "../stroke/stroke";
import { tempoUnitTicks } from "../time/time";
import { FLAM_SECONDS, placeByHand, type Timeline, type TimelineEvent } from "../timeline/timeline";

/** Longer phrases aren't fills. */
export const MAX_PLACED_STROKES = 256;

export interface OrchestrationSpec {
  /** Strokes with a surface in the line stay there. */
  readonly timeline: Timeline;
  readonly player: Player;
  /** The surfaces for all other strokes. */
  readonly surfaces: readonly KitVoice[];
  /** Backbeat strokes stay where a layer keeps them. */
  readonly keepsBackbeat?: boolean;
  /** What the timeline is played over. */
  readonly ostinato?: Circumstances | null;
}

export type OrchestrationProblem =
  | { readonly code: "no-strokes" }
  | { readonly code: "too-long"; readonly strokes: number; readonly most: number }
  | { readonly code: "no-surfaces" }
  /** No orchestration helps: the limbs alone are too fast. */
  | { readonly code: "too-fast"; readonly ceiling: Ceiling };

/** A hand stroke that needs a surface. */
export interface SearchStep {
  readonly key: StrokeKey;
  readonly event: number;
  readonly hand: Hand;
  /** Indices of surfaces. */
  readonly options: readonly number[];
  /** Whether the stroke needs the other hand for grace notes, and on which surface if not its own. */
  readonly graces: boolean;
  readonly gracePlace: number | null;
  /** Seconds since this hand's last stroke, and since the other hand's; Infinity before the first. */
  readonly since: number;
  readonly graceSince: number;
  readonly otherSince: number;
  readonly graceOtherSince: number;
  /** The hand of the previous stroke; null at the start. */
  readonly before: Hand | null;
  readonly level: TimelineEvent["level"];
  readonly onBackbeat: boolean;
}

export interface Orchestrations {
  readonly spec: OrchestrationSpec;
  readonly places: readonly KitVoice[];
  readonly steps: readonly SearchStep[];
  readonly graph: Graph;
  /**
   * A node's step and the surfaces of right and left hand; the number of surfaces stands for a hand that hasn't played.
   */
  readonly stateOf: (node: number) => readonly [step: number, right: number, left: number];
}

/** Tolerance, so that rounding doesn't exclude what just fits. Seconds. */
const TOLERANCE = 1e-9;

function listSteps(
  { timeline, player, surfaces, keepsBackbeat, ostinato }: OrchestrationSpec,
  places: readonly KitVoice[],
): SearchStep[] {
  const perTick = 60 / (timeline.tempo * tempoUnitTicks(timeline.meter));
  const indexOf = (place: KitVoice) => places.indexOf(place);
  const last: Record<Hand, { at: number; lead: number } | null> = { R: null, L: null };
  const gap = (from: { at: number; lead: number } | null, at: number, lead: number) =>
    from ? (at - from.at) * perTick - lead + from.lead : Number.POSITIVE_INFINITY;
  // An ornament and its stroke are one motion.
  const gapToOther = (from: { at: number; lead: number } | null, at: number, lead: number) =>
    from?.at === at ? Number.POSITIVE_INFINITY : gap(from, at, lead);
  let before: Hand | null = null;
  const steps: SearchStep[] = [];
  for (const [event, one] of timeline.events.entries()) {
    const { limb: hand, graces } = one;
    const at = ostinato?.moments[event] ?? one.at;
    if (one.grace !== undefined || !isHand(hand)) continue;
    const other = otherHand(hand);
    const onBackbeat = isBackbeat(one.at, timeline.pulse);
    const stays = placeByHand(timeline, one) !== null || (keepsBackbeat === true && onBackbeat);
    const lead = graces * FLAM_SECONDS;
    const graceSince = gap(last[other], at, lead);
    const graceOtherSince = gapToOther(last[hand], at, lead);
    if (graces > 0) last[other] = { at, lead };
    steps.push({
      key: { slot: one.slot, part: one.part, limb: hand },
      event,
      hand,
      options: stays
        ? [indexOf(one.place)]
        : surfaces.filter((place) => isPlayable(player.kit, hand, place)).map(indexOf),
      graces: graces > 0,
      gracePlace: one.gracePlace ? indexOf(one.gracePlace) : null,
      since: gap(last[hand], at, 0),
      graceSince,
      otherSince: gapToOther(last[other], at, 0),
      graceOtherSince,
      before,
      level: one.level,
      onBackbeat,
    });
    last[hand] = { at, lead: 0 };
    before = hand;
  }
  return steps;
}

/** Builds the graph of all orchestrations, or explains why there is none. */
export function findOrchestrations(spec: OrchestrationSpec): Orchestrations | OrchestrationProblem {
  const { timeline, player } = spec;
  const hands = timeline.events.filter((event) => event.grace === undefined && isHand(event.limb));
  if (hands.length === 0) return { code: "no-strokes" };
  if (hands.length > MAX_PLACED_STROKES) {
    return { code: "too-long", strokes: hands.length, most: MAX_PLACED_STROKES };
  }
  const graced = timeline.events.flatMap(({ gracePlace }) => (gracePlace ? [gracePlace] : []));
  const places = [...new Set([...spec.surfaces, ...hands.map((event) => event.place), ...graced])];
  const steps = listSteps(spec, places);
  if (steps.some((step) => step.options.length === 0)) return { code: "no-surfaces" };
  const fixed = findFixedCeiling(listMotions(timeline, spec.ostinato), timeline.meter, player);
  if (fixed && fixed.bpm < timeline.tempo * (1 - TOLERANCE)) return { code: "too-fast", ceiling: fixed };
  return { spec, places, steps, ...buildGraph(steps, places, player) };
}

export function isOrchestrationProblem(found: Orchestrations | OrchestrationProblem): found is OrchestrationProblem {
  return "code" in found;
}

function buildGraph(
  steps: readonly SearchStep[],
  places: readonly KitVoice[],
  player: Player,
): Pick<Orchestrations, "graph" | "stateOf"> {
  const many = places.length;
  const width = many + 1;
  const table = (hand: Hand) =>
    places.map((from) => Float64Array.from(places, (to) => player.time(hand, from, to) as number));
  const times = { R: table("R"), L: table("L") };
  const crosses = places.map((right) => places.map((left) => player.crosses(right, left)));
  const { cross } = player.limits;
  const reaches = (hand: Hand, from: number, to: number, since: number) =>
    from === many || (times[hand][from]?.[to] as number) <= since + TOLERANCE;
  const clears = (hand: Hand, own: number, other: number, since: number) => {
    if (other === many || since + TOLERANCE >= cross) return true;
    return !(hand === "R" ? crosses[own]?.[other] : crosses[other]?.[own]);
  };
  // One layer's nodes by state; a node comes before its step.
  const states: number[] = [many * width + many];
  const stepOf: number[] = [0];
  const from: number[] = [];
  const to: number[] = [];
  const edgeLabel: number[] = [];
  const edgeNode: number[] = [];
  const order: number[] = [];
  const end = -1;
  let layer = [0];
  const nodeOf = new Int32Array(width * width);
  for (const [number, step] of steps.entries()) {
    const next: number[] = [];
    nodeOf.fill(0);
    const isLast = number === steps.length - 1;
    for (const node of layer) {
      const state = states[node] as number;
      const [right, left] = [Math.floor(state / width), state % width];
      const [own, other] = step.hand === "R" ? [right, left] : [left, right];
      order.push(node);
      from[node] = edgeLabel.length;
      for (const place of step.options) {
        let partner = other;
        if (step.graces) {
          partner = step.gracePlace ?? place;
          const hand = otherHand(step.hand);
          if (!reaches(hand, other, partner, step.graceSince)) continue;
          if (!clears(hand, partner, own, step.graceOtherSince)) continue;
        }
        if (!reaches(step.hand, own, place, step.since)) continue;
        if (!clears(step.hand, place, partner, step.otherSince)) continue;
        edgeLabel.push(place);
        if (isLast) {
          edgeNode.push(end);
          continue;
        }
        const then = step.hand === "R" ? place * width + partner : partner * width + place;
        let found = nodeOf[then] as number;
        if (found === 0) {
          found = states.length;
          nodeOf[then] = found;
          states.push(then);
          stepOf.push(number + 1);
          next.push(found);
        }
        edgeNode.push(found);
      }
      to[node] = edgeLabel.length;
    }
    layer = next;
  }
  return {
    graph: {
      nodes: states.length,
      order,
      edgesFrom: Int32Array.from(from),
      edgesTo: Int32Array.from(to),
      edgeLabel,
      edgeNode,
      end,
    },
    stateOf: (node) => {
      const state = states[node] as number;
      return [stepOf[node] as number, Math.floor(state / width), state % width];
    },
  };
}

/** A complete orchestration: the surface of every hand stroke, in order. */
export function placesOfWay({ places }: Orchestrations, way: readonly number[]): KitVoice[] {
  return way.map((index) => places[index] as KitVoice);
}

/** The strokes that a way assigns a surface to, without those fixed by the line or kept by a layer. */
export function strokesOfWay(found: Orchestrations, way: readonly number[]): (readonly [StrokeKey, KitVoice])[] {
  return found.steps.flatMap(({ key, event, onBackbeat }, index) => {
    const stroke = found.spec.timeline.events[event];
    if (stroke && placeByHand(found.spec.timeline, stroke)) return [];
    if (found.spec.keepsBackbeat && onBackbeat) return [];
    return [[key, found.places[way[index] as number] as KitVoice] as const];
  });
}

/** The top tempo with all strokes on the surfaces of a way. */
export function ceilingOfWay(found: Orchestrations, way: readonly number[]): Ceiling | null {
  const { timeline, player, ostinato } = found.spec;
  const placeOf = new Map(
    found.steps.map(({ event }, index) => [event, found.places[way[index] as number] as KitVoice]),
  );
  const motions = listMotions(timeline, ostinato).map((motion): Motion => {
    const place = placeOf.get(motion.event);
    const isSplit = timeline.events[motion.event]?.gracePlace !== undefined && motion.lead > 0;
    return place && !isSplit ? { ...motion, place } : motion;
  });
  return ceilingOf(motions, timeline.meter, player);
}
