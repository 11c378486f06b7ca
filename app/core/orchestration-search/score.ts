/** What makes one orchestration better than another, as sums over strokes, so that ranking is exact. */

import { rankPaths } from "../graph/rank";
import { depthOf, distanceBetween, surfaceAt } from "../kit/kit";
import type { KitVoice } from "../stroke/stroke";
import type { Orchestrations, SearchStep } from "./find";

export const PLACING_PARTS = ["ease", "travel", "melody", "contrast", "crossing", "backbeat"] as const;
export type OrchestrationPart = (typeof PLACING_PARTS)[number];
/**
 * Each -100 to 100. Ease: time to spare in moves. Distance: how far the hands travel. Melody: going down. Contrast:
 * accents away from the snare, ghosts on it. Crossing: crossed arms. Backbeat: the snare on every second beat.
 */
export type OrchestrationWeights = Readonly<Record<OrchestrationPart, number>>;
export const NO_PLACING_WEIGHTS: OrchestrationWeights = {
  ease: 0,
  travel: 0,
  melody: 0,
  contrast: 0,
  crossing: 0,
  backbeat: 0,
};

/** Scores are whole thousandths, so that sums don't depend on the order. */
const THOUSAND = 1000;
/** A distance between surfaces that counts as far, in centimetres. Our choice. */
const FAR = 100;

/** One edge's contribution, unweighted, in thousandths. */
type RawParts = Record<OrchestrationPart | "likeness", number>;

export interface OrchestrationScorer {
  readonly score: (edge: number, node: number) => number;
  readonly total: (way: readonly number[]) => number;
  /** 0 to 1 each; melody -1 (up) to 1 (down). */
  readonly partsOf: (way: readonly number[]) => Record<OrchestrationPart, number>;
}

/** Scores orchestrations. `like` holds all surfaces of another one, and `likeness` is the weight of resembling it. */
export function makeOrchestrationScorer(
  found: Orchestrations,
  weights: OrchestrationWeights,
  like: readonly KitVoice[] = [],
  likeness = 0,
): OrchestrationScorer {
  const { steps, places, spec, graph, stateOf } = found;
  const { kit, crosses } = spec.player;
  const many = places.length;
  const surfaces = places.map((place) => surfaceAt(kit, place));
  const distances = surfaces.map((a) => surfaces.map((b) => (a && b ? Math.min(1, distanceBetween(a, b) / FAR) : 0)));
  const depths = places.map(depthOf);
  const reference = like.map((place) => places.indexOf(place));
  const counted = steps.filter(({ level }) => level !== "normal").length;
  const backbeats = steps.filter(({ onBackbeat }) => onBackbeat).length;

  const raw = (number: number, position: number, right: number, left: number): RawParts => {
    const step = steps[number] as SearchStep;
    const [own, other] = step.hand === "R" ? [right, left] : [left, right];
    const before = step.before === null ? many : step.before === step.hand ? own : other;
    const need = own === many ? 0 : spec.player.time(step.hand, places[own] as KitVoice, places[position] as KitVoice);
    const depth = before === many ? 0 : Math.sign((depths[position] as number) - (depths[before] as number));
    const away = places[position] !== "sn";
    const wanted = step.level === "accent" ? away : step.level === "ghost" ? !away : false;
    const [atRight, atLeft] = step.hand === "R" ? [position, other] : [other, position];
    const cross = other !== many && crosses(places[atRight] as KitVoice, places[atLeft] as KitVoice);
    const share = (part: number, of: number) => (of === 0 ? 0 : Math.round((THOUSAND * part) / of));
    return {
      ease: share(1 - Math.min(1, need / step.since), steps.length),
      travel: own === many ? 0 : share(distances[own]?.[position] ?? 0, steps.length),
      melody: share(depth, steps.length),
      contrast: share(wanted ? 1 : 0, counted),
      crossing: share(cross ? 1 : 0, steps.length),
      backbeat: share(step.onBackbeat && !away ? 1 : 0, backbeats),
      likeness: share(reference[number] === position ? 1 : 0, steps.length),
    };
  };
  const weigh = (parts: RawParts) =>
    PLACING_PARTS.reduce((sum, part) => sum + weights[part] * parts[part], likeness * parts.likeness);
  const walk = (way: readonly number[]): RawParts[] => {
    let [right, left] = [many, many];
    return way.map((place, number) => {
      const parts = raw(number, place, right, left);
      const step = steps[number] as SearchStep;
      const partner = step.graces ? (step.gracePlace ?? place) : step.hand === "R" ? left : right;
      [right, left] = step.hand === "R" ? [place, partner] : [partner, place];
      return parts;
    });
  };
  return {
    score: (edge, node) => {
      const [number, right, left] = stateOf(node);
      return weigh(raw(number, graph.edgeLabel[edge] as number, right, left));
    },
    total: (way) => walk(way).reduce((sum, parts) => sum + weigh(parts), 0),
    partsOf: (way) => {
      const walked = walk(way);
      const sum = (part: OrchestrationPart) => walked.reduce((total, parts) => total + parts[part], 0) / THOUSAND;
      return Object.fromEntries(PLACING_PARTS.map((part) => [part, sum(part)])) as Record<OrchestrationPart, number>;
    },
  };
}

/** Orchestrations, best first. */
export function rankOrchestrations(found: Orchestrations, scorer: OrchestrationScorer) {
  return rankPaths(found.graph, scorer.score);
}
