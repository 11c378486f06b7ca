/** Placings off the main thread: how many, then the best or fair draws of them. */

import { expose } from "comlink";
import {
  ceilingOfWay,
  countWays,
  drawWays,
  findPlacings,
  isPlacingProblem,
  type Kit,
  type Limits,
  layOut,
  makePlacingScorer,
  measureTravel,
  type Phrase,
  type Place,
  type PlacingPart,
  type PlacingProblem,
  type Placings,
  type PlacingWeights,
  placesOfWay,
  rankPlacings,
  type StrokeKey,
  strokesOfWay,
  totalWays,
} from "~/core";

/** One way to put all hand strokes on the kit. */
export interface FoundPlacing {
  /** Of every hand stroke, in order. */
  readonly places: readonly Place[];
  /** What is to be written into the line: those that it had not placed. */
  readonly strokes: readonly (readonly [StrokeKey, Place])[];
  readonly score: number;
  readonly parts: Readonly<Record<PlacingPart, number>>;
  /** Not rounded; null without any demand. */
  readonly bpm: number | null;
}

export type PlacingEvent =
  | { readonly kind: "problem"; readonly problem: PlacingProblem }
  | { readonly kind: "count"; readonly total: bigint; readonly strokes: number }
  | { readonly kind: "ways"; readonly ways: readonly FoundPlacing[] };

export interface PlacingRequest {
  readonly phrase: Phrase;
  readonly kit: Kit;
  readonly limits: Limits;
  readonly surfaces: readonly Place[];
  readonly weights: PlacingWeights;
  readonly most: number;
  /** In how many strokes each of the best is to differ from all that are better; 1 for the plain ranking. */
  readonly apart: number;
  /** Fair draws with this seed in place of the best; null for the best. */
  readonly seed: number | null;
  /** Places of a placing that the others are to be like, which itself is left out; null for none. */
  readonly like: readonly Place[] | null;
}

/** How much being alike counts beside everything else. */
const LIKENESS = 150;
/** Placings that are looked at for those that differ: beyond, the rest is worse and much like what is there. */
const MOST_TRIED = 4_000;

function run(request: PlacingRequest, tell: (event: PlacingEvent) => void) {
  const { phrase, kit, limits, surfaces, weights, most, apart, seed, like } = request;
  const travel = measureTravel(kit, limits);
  const found = findPlacings({ timeline: layOut(phrase, kit), travel, surfaces });
  if (isPlacingProblem(found)) {
    tell({ kind: "problem", problem: found });
    return;
  }
  const counts = countWays(found.graph);
  const total = totalWays(counts);
  tell({ kind: "count", total, strokes: found.steps.length });
  if (total === 0n) return;
  const scorer = makePlacingScorer(found, weights, like ?? [], like ? LIKENESS : 0);
  const ways: FoundPlacing[] = [];
  const add = (way: readonly number[], score: number) => {
    const places = placesOfWay(found, way);
    if (like && places.join() === like.join()) return;
    ways.push(tellWay(found, way, score, scorer.partsOf(way)));
  };
  if (seed !== null) for (const way of drawWays(counts, most, seed)) add(way, scorer.total(way));
  else {
    let tried = 0;
    const taken: (readonly number[])[] = [];
    for (const { way, score } of rankPlacings(found, scorer)) {
      if (ways.length >= most || tried++ >= MOST_TRIED) break;
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
  found: Placings,
  way: readonly number[],
  score: number,
  parts: Record<PlacingPart, number>,
): FoundPlacing {
  const places = placesOfWay(found, way);
  return { places, strokes: strokesOfWay(found, way), score, parts, bpm: ceilingOfWay(found, way)?.bpm ?? null };
}

expose({ run });
