/**
 * Every sequence of ideas that fills the bars under the rules, as one graph: the number of ways, and draws that are
 * uniform or follow the ideas' weights.
 */

import { type Counts, countWays, drawBelow, makeRandom, totalWays, wayOfNumber } from "../graph/count";
import { buildLayers, type LayeredGraph, runToEnd, type Tracker, trackLast, trackUses } from "../graph/layers";
import type { Player } from "../player/player";
import { barTicks, beatTicks, gcd, type Ticks, ticks } from "../time/time";
import { type FlowPiece, growthIn, lengthOf, listFlowPieces, standsOnGrid } from "./piece";
import { type FlowProblem, type FlowSpec, MIN_IDEAS, MIN_LENGTH } from "./spec";

/** How often ideas and pairs of ideas should come, as integers from 1. */
export interface FlowWeights {
  readonly ideas: readonly number[];
  /** By the previous idea and the next. */
  readonly joins: readonly (readonly number[])[];
}

export interface FlowWays {
  readonly spec: FlowSpec;
  readonly pieces: readonly FlowPiece[];
  /** How often each idea's tail has been added. */
  readonly grown: readonly number[];
  readonly graph: LayeredGraph;
  /** Ticks per step of the graph. */
  readonly unit: number;
  /** Counts every way once. */
  readonly counts: Counts;
}

/** One playing of an idea. */
export interface PlacedPiece {
  readonly piece: FlowPiece;
  /** From the first bar line of the bars to fill. */
  readonly at: Ticks;
}

/** What is wrong with a spec itself, before counting. */
export function checkFlow({ ideas, rules, bars, meter }: FlowSpec): FlowProblem | null {
  if (ideas.length < MIN_IDEAS) return { code: "few-ideas", ideas: ideas.length };
  const whole = bars * barTicks(meter);
  for (const [index, idea] of ideas.entries()) {
    const length = lengthOf(idea.versions[0] ?? []);
    if (length < MIN_LENGTH * beatTicks(meter)) return { code: "short-idea", idea: index };
    if (length > whole) return { code: "long-idea", idea: index };
  }
  if (rules.meet && (rules.meet.at < 0 || rules.meet.at >= whole || !ideas[rules.meet.idea])) {
    return { code: "meet-outside" };
  }
  return null;
}

/** Consecutive ideas. State: 0 at the start, otherwise the idea and its count. */
function trackInRow(owners: readonly number[], ideas: number, most: number): Tracker {
  return {
    states: 1 + ideas * most,
    start: 0,
    step: (state, piece) => {
      const owner = owners[piece] as number;
      const times = state > 0 && Math.floor((state - 1) / most) === owner ? ((state - 1) % most) + 2 : 1;
      return times > most ? -1 : 1 + owner * most + times - 1;
    },
    accepts: () => true,
  };
}

/** The hand that played last, for joins where no hand may play twice. State: 0 for none, 1 right, 2 left. */
function trackHands(pieces: readonly FlowPiece[]): Tracker {
  const number = { R: 1, L: 2 };
  return {
    states: 3,
    start: 0,
    step: (state, index) => {
      const { first, last, mirrored } = pieces[index] as FlowPiece;
      if (first === null || last === null) return state;
      if (state === 0 ? mirrored : number[first] === state) return -1;
      return number[last];
    },
    accepts: () => true,
  };
}

/** The ways of a round; `round` decides how far ideas have grown. Returns a problem if there is nothing to count. */
export function compileFlow(spec: FlowSpec, player: Player, round = 0): FlowWays | FlowProblem {
  const problem = checkFlow(spec);
  if (problem) return problem;
  const { ideas, rules, meter, bars } = spec;
  const grown = ideas.map(({ tail }) => growthIn(round, tail?.times ?? 0));
  const pieces = listFlowPieces(spec, grown, player);
  const whole = bars * barTicks(meter);
  const unit = [...pieces.map(({ length }) => length), rules.meet?.at ?? 0].reduce(gcd, whole);
  const owners = pieces.map(({ idea }) => idea);
  const trackers: Tracker[] = [
    // The last idea is always the first part of the state, for the weights of joins.
    rules.inRow === null ? trackLast(owners) : trackInRow(owners, ideas.length, rules.inRow),
    ...(rules.lead === "alternate" ? [trackHands(pieces)] : []),
    ...ideas.flatMap(({ least, most }, idea) =>
      least > 0 || most !== null ? [trackUses(owners, idea, { least, most })] : [],
    ),
  ];
  const { meet } = rules;
  const graph = runToEnd(
    buildLayers({
      length: whole / unit,
      sizes: pieces.map(({ length }) => length / unit),
      trackers,
      fits: (place, index) => {
        const piece = pieces[index] as FlowPiece;
        const at = place * unit;
        if (!standsOnGrid(piece, at, meter)) return false;
        if (meet && at <= meet.at && meet.at < at + piece.length) {
          if (at !== meet.at || piece.idea !== meet.idea) return false;
        }
        return !rules.endsFree || at + piece.length < whole || piece.landsFree;
      },
    }),
  );
  if (!graph) return { code: "too-wide" };
  return { spec, pieces, grown, graph, unit, counts: countWays(graph) };
}

export function isFlowProblem(found: FlowWays | FlowProblem): found is FlowProblem {
  return "code" in found;
}

/** The number of sequences, regardless of weights. */
export function countFlow({ counts }: FlowWays): bigint {
  return totalWays(counts);
}

/** The idea before a node; null at the start. */
function ideaBefore({ graph, spec }: FlowWays, node: number): number | null {
  const state = graph.stateOf(node, 0);
  return state === 0 ? null : Math.floor((state - 1) / (spec.rules.inRow ?? 1));
}

/** Weighted counts; the plain counts if all weights are equal. */
export function weighFlow(ways: FlowWays, { ideas, joins }: FlowWeights): Counts {
  if (ideas.every((weight) => weight === 1) && joins.every((row) => row.every((weight) => weight === 1))) {
    return ways.counts;
  }
  const { graph, pieces } = ways;
  const weights = new Uint16Array(graph.edgeLabel.length);
  for (const node of graph.order) {
    const before = ideaBefore(ways, node);
    for (let edge = graph.edgesFrom[node] as number; edge < (graph.edgesTo[node] as number); edge++) {
      const { idea } = pieces[graph.edgeLabel[edge] as number] as FlowPiece;
      weights[edge] = (ideas[idea] ?? 1) * (before === null ? 1 : (joins[before]?.[idea] ?? 1));
    }
  }
  return countWays(graph, weights);
}

/** The seed of one round of a flow: every round is a new draw, and deterministic for the flow's seed. */
export function seedOf(seed: number, round: number): number {
  return (Math.imul(seed ^ 0x9e3779b9, 0x85ebca6b) ^ Math.imul(round + 1, 0xc2b2ae35)) >>> 0;
}

/** A draw as its playings in order; null if there is no way. Deterministic for a seed. */
export function drawFlow(ways: FlowWays, counts: Counts, seed: number): PlacedPiece[] | null {
  const total = totalWays(counts);
  if (total === 0n) return null;
  let at = 0;
  return wayOfNumber(counts, drawBelow(total, makeRandom(seed))).map((index) => {
    const piece = ways.pieces[index] as FlowPiece;
    const playing = { piece, at: ticks(at) };
    at += piece.length;
    return playing;
  });
}
