/** The search for ways to fill a window. */

export {
  type Automaton,
  buildAutomaton,
  type Compiled,
  compileSearch,
  countWindowSlots,
  isProblem,
} from "./automaton";
export { bestWays, rankWays } from "./best";
export * from "./figure";
export { findLoosening, type Loosened } from "./loosen";
export type { PoolPiece } from "./piece";
export { makeScorer, NO_WEIGHTS, type Parts, type ScorePart, type Scorer, type Weights } from "./score";
export {
  type PoolEntry,
  type RuleKind,
  type SearchRule,
  type SearchSpec,
  type SpecProblem,
  type Want,
  WHO,
  type Who,
} from "./spec";
