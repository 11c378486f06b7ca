/** The best ways to fill a window: the automaton's paths by a score. */

import { type RankedWay, rankPaths, takeBest } from "../graph/rank";
import type { Automaton } from "./automaton";
import type { Scorer } from "./score";

/**
 * Produces ways, best first, with scores in thousandths of a slot. The automaton must have been built with the scorer's
 * `extra` trackers last.
 */
export function rankWays(automaton: Automaton, scorer: Scorer): Generator<RankedWay> {
  const { compiled, edgeLabel, placeOf, stateOf } = automaton;
  const own = compiled.trackers.length;
  return rankPaths(automaton, (edge, node) =>
    scorer.score(edgeLabel[edge] as number, placeOf[node] as number, stateOf(node, own), stateOf(node, own + 1)),
  );
}

/** The best `most` ways. */
export function bestWays(automaton: Automaton, scorer: Scorer, most: number): RankedWay[] {
  return takeBest(rankWays(automaton, scorer), most);
}
