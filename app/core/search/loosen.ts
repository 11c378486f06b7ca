/** Which rules prevent every way: the smallest set whose removal leaves one. */

import { countWays, totalWays } from "../graph/count";
import { subsets } from "../graph/subsets";
import { buildAutomaton, compileSearch, isProblem } from "./automaton";
import type { SearchSpec } from "./spec";

/** A rule's index, or the usage limits of an entry in the pool. */
export type Loosened =
  | { readonly kind: "rule"; readonly rule: number }
  | { readonly kind: "uses"; readonly entry: number };

/** Larger sets aren't searched: "all of these" would not help. */
const MAX_LOOSENED = 4;

function without(spec: SearchSpec, loosened: readonly Loosened[]): SearchSpec {
  const rules = spec.rules.filter((_, rule) => !loosened.some((one) => one.kind === "rule" && one.rule === rule));
  const pool = spec.pool.map((entry, index) =>
    loosened.some((one) => one.kind === "uses" && one.entry === index) ? { ...entry, least: 0, most: null } : entry,
  );
  return { ...spec, rules, pool };
}

function* hasWay(spec: SearchSpec): Generator<void, boolean> {
  const compiled = compileSearch(spec);
  if (isProblem(compiled)) return false;
  const steps = buildAutomaton(compiled);
  let step = steps.next();
  while (!step.done) {
    yield;
    step = steps.next();
  }
  return step.value !== null && totalWays(countWays(step.value)) > 0n;
}

/**
 * All smallest sets of rules to relax; empty if the pool alone can't fill the window, null if too many rules are
 * involved. Yields often, so that it can be stopped.
 */
export function* findLoosening(spec: SearchSpec): Generator<void, readonly (readonly Loosened[])[] | null> {
  const all: Loosened[] = [
    ...spec.rules.map((_, rule): Loosened => ({ kind: "rule", rule })),
    ...spec.pool.flatMap((entry, index): Loosened[] =>
      entry.least > 0 || entry.most !== null ? [{ kind: "uses", entry: index }] : [],
    ),
  ];
  if (!(yield* hasWay(without(spec, all)))) return [];
  for (let size = 1; size <= Math.min(MAX_LOOSENED, all.length); size++) {
    const found: Loosened[][] = [];
    for (const set of subsets(all, size)) if (yield* hasWay(without(spec, set))) found.push(set);
    if (found.length > 0) return found;
  }
  return null;
}
