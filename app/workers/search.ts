/** The search off the main thread: counts, then returns the best, a few at a time. */

import { expose } from "comlink";
import { countWays, drawWays, runToEnd, totalWays } from "~/core/graph";
import { makePlayer, type Player, type PlayerSpec } from "~/core/player";
import {
  buildAutomaton,
  type Compiled,
  compileSearch,
  findLoosening,
  isProblem,
  type Loosened,
  makeScorer,
  type Parts,
  rankWays,
  type SearchSpec,
  type SpecProblem,
  type Weights,
} from "~/core/search";

/** One way to fill the window: its cells as text, its score, and the score's parts. */
export interface FoundWay {
  readonly cells: readonly string[];
  readonly score: number;
  readonly parts: Parts;
  /** Its top tempo for the player; null if no limb plays twice. */
  readonly bpm: number | null;
}

export type SearchEvent =
  | { readonly kind: "problem"; readonly problem: SpecProblem }
  /** Together, the rules have too many states. */
  | { readonly kind: "too-wide" }
  /** Counting progress, 0 to 1. */
  | { readonly kind: "progress"; readonly done: number }
  | { readonly kind: "count"; readonly total: bigint; readonly slots: number }
  | { readonly kind: "ways"; readonly ways: readonly FoundWay[]; readonly last: boolean }
  /** No way at all: the smallest sets of rules to relax; null if too many rules are involved. */
  | { readonly kind: "loosen"; readonly sets: readonly (readonly Loosened[])[] | null };

export interface SearchRequest {
  readonly spec: SearchSpec;
  readonly player: PlayerSpec;
  readonly weights: Weights;
  /** Number of best ways, or of draws. */
  readonly most: number;
  /** Random draws with this seed instead of the best; null for the best. */
  readonly seed: number | null;
  /** Cells of a way that the results should resemble, which is itself left out; null for none. */
  readonly like: readonly string[] | null;
}

type Tell = (event: SearchEvent) => void;

/** Ways per report. */
const BATCH = 12;
/** Minimum step between progress reports. */
const STEP = 0.05;

function run({ spec, player: who, weights, most, seed, like }: SearchRequest, tell: Tell) {
  const player = makePlayer(who.kit, who.limits, who.hands);
  const compiled = compileSearch(spec);
  if (isProblem(compiled)) {
    tell({ kind: "problem", problem: compiled });
    return;
  }
  let told = 0;
  const steps = buildAutomaton(compiled);
  let step = steps.next();
  while (!step.done) {
    if (step.value - told >= STEP) {
      told = step.value;
      tell({ kind: "progress", done: told });
    }
    step = steps.next();
  }
  if (!step.value) {
    tell({ kind: "too-wide" });
    return;
  }
  const counts = countWays(step.value);
  const total = totalWays(counts);
  tell({ kind: "count", total, slots: compiled.slots });
  if (total === 0n) tell({ kind: "loosen", sets: runToEnd(findLoosening(spec)) });
  else if (seed !== null) {
    const scorer = makeScorer(compiled, weights, player);
    const ways = drawWays(counts, most, seed).map((way) => found(compiled, way, scorer));
    tell({ kind: "ways", ways, last: true });
  } else tellBest(compiled, weights, player, most, like, tell);
}

type WayScorer = ReturnType<typeof makeScorer>;

function found({ pieces }: Compiled, way: readonly number[], scorer: WayScorer, score = scorer.total(way)): FoundWay {
  const cells = way.map((index) => pieces[index]?.text ?? "");
  const bpm = scorer.topTempoOf(way);
  return { cells, score, parts: scorer.partsOf(way, bpm), bpm };
}

function tellBest(
  compiled: Compiled,
  weights: Weights,
  player: Player,
  most: number,
  like: readonly string[] | null,
  tell: Tell,
) {
  const texts = compiled.pieces.map((piece) => piece.text);
  const reference = (like ?? []).map((text) => texts.indexOf(text)).filter((index) => index >= 0);
  const scorer = makeScorer(compiled, weights, player, reference);
  const automaton = runToEnd(buildAutomaton(compiled, scorer.extra));
  if (!automaton) {
    tell({ kind: "too-wide" });
    return;
  }
  const own = like?.join(" ");
  let batch: FoundWay[] = [];
  let many = 0;
  for (const { way, score } of rankWays(automaton, scorer)) {
    const one = found(compiled, way, scorer, score);
    if (one.cells.join(" ") === own) continue;
    batch.push(one);
    many++;
    if (many >= most) break;
    if (batch.length === BATCH) {
      tell({ kind: "ways", ways: batch, last: false });
      batch = [];
    }
  }
  tell({ kind: "ways", ways: batch, last: true });
}

const api = { run };
export type SearchApi = typeof api;
expose(api);
