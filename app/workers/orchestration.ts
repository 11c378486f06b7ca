/** Orchestrations off the main thread: their number, then the best or random draws. */

import { expose } from "comlink";
import { countWays, drawWays, totalWays } from "~/core/graph";
import type { StrokeKey } from "~/core/line";
import { keepsBackbeat } from "~/core/orchestration";
import {
  ceilingOfWay,
  findOrchestrations,
  isOrchestrationProblem,
  makeOrchestrationScorer,
  type OrchestrationPart,
  type OrchestrationProblem,
  type Orchestrations,
  type OrchestrationWeights,
  placesOfWay,
  rankOrchestrations,
  strokesOfWay,
} from "~/core/orchestration-search";
import type { Phrase } from "~/core/phrase";
import { type Circumstances, makePlayer, type PlayerSpec } from "~/core/player";
import type { KitVoice } from "~/core/stroke";
import { layOut } from "~/core/timeline";

/** One way to put all hand strokes on the kit. */
export interface FoundOrchestration {
  /** Surfaces of every hand stroke, in order. */
  readonly places: readonly KitVoice[];
  /** What to write into the line: strokes without a surface there. */
  readonly strokes: readonly (readonly [StrokeKey, KitVoice])[];
  readonly score: number;
  readonly parts: Readonly<Record<OrchestrationPart, number>>;
  /** Not rounded; null without demands. */
  readonly bpm: number | null;
}

export type OrchestrationEvent =
  | { readonly kind: "problem"; readonly problem: OrchestrationProblem }
  | { readonly kind: "count"; readonly total: bigint; readonly strokes: number }
  | { readonly kind: "ways"; readonly ways: readonly FoundOrchestration[] };

export interface OrchestrationRequest {
  readonly phrase: Phrase;
  readonly player: PlayerSpec;
  /** What the phrase is played over, as laid out on this player's kit. */
  readonly ostinato: Circumstances | null;
  readonly surfaces: readonly KitVoice[];
  readonly weights: OrchestrationWeights;
  readonly most: number;
  /** The minimum number of strokes in which each result differs from all better ones; 1 for the plain ranking. */
  readonly apart: number;
  /** Random draws with this seed instead of the best; null for the best. */
  readonly seed: number | null;
  /** Surfaces of an orchestration that the others should resemble, which is itself left out; null for none. */
  readonly like: readonly KitVoice[] | null;
}

/** The weight of similarity relative to everything else. */
const LIKENESS = 150;
/** Number of orchestrations searched for ones that differ: later ones are worse and much like the earlier. */
const MAX_TRIED = 4_000;

function run(request: OrchestrationRequest, tell: (event: OrchestrationEvent) => void) {
  const { phrase, player: who, ostinato, surfaces, weights, most, apart, seed, like } = request;
  const player = makePlayer(who.kit, who.limits, who.hands);
  const found = findOrchestrations({
    timeline: layOut(phrase, player.kit),
    player,
    surfaces,
    ostinato,
    keepsBackbeat: keepsBackbeat(phrase.voicing),
  });
  if (isOrchestrationProblem(found)) {
    tell({ kind: "problem", problem: found });
    return;
  }
  const counts = countWays(found.graph);
  const total = totalWays(counts);
  tell({ kind: "count", total, strokes: found.steps.length });
  if (total === 0n) return;
  const scorer = makeOrchestrationScorer(found, weights, like ?? [], like ? LIKENESS : 0);
  const ways: FoundOrchestration[] = [];
  const add = (way: readonly number[], score: number) => {
    const places = placesOfWay(found, way);
    if (like && places.join() === like.join()) return;
    ways.push(tellWay(found, way, score, scorer.partsOf(way)));
  };
  if (seed !== null) for (const way of drawWays(counts, most, seed)) add(way, scorer.total(way));
  else {
    let tried = 0;
    const taken: (readonly number[])[] = [];
    for (const { way, score } of rankOrchestrations(found, scorer)) {
      if (ways.length >= most || tried++ >= MAX_TRIED) break;
      if (taken.some((other) => differences(way, other) < apart)) continue;
      taken.push(way);
      add(way, score);
    }
  }
  tell({ kind: "ways", ways });
}

function differences(a: readonly number[], b: readonly number[]): number {
  return a.reduce((many, place, index) => (place === b[index] ? many : many + 1), 0);
}

function tellWay(
  found: Orchestrations,
  way: readonly number[],
  score: number,
  parts: Record<OrchestrationPart, number>,
): FoundOrchestration {
  const places = placesOfWay(found, way);
  return { places, strokes: strokesOfWay(found, way), score, parts, bpm: ceilingOfWay(found, way)?.bpm ?? null };
}

const api = { run };
export type OrchestrationApi = typeof api;
expose(api);
