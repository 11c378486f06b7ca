/** Which rules of a flow stop its ideas from ever filling the bars: the smallest sets whose removal helps. */

import { subsets } from "../graph/subsets";
import type { Player } from "../player/player";
import { compileFlow, countFlow, isFlowProblem } from "./draw";
import { type FlowSpec, MAX_FLOW_BARS } from "./spec";

export type FlowLoosened =
  | { readonly kind: "in-row" | "lead" | "ends-free" | "meet" }
  | { readonly kind: "least" | "most"; readonly idea: number };

/** Larger sets aren't searched: naming them all would not help. */
const MAX_LOOSENED = 3;

function without(spec: FlowSpec, loosened: readonly FlowLoosened[]): FlowSpec {
  let { rules } = spec;
  const ideas = [...spec.ideas];
  for (const one of loosened) {
    switch (one.kind) {
      case "in-row":
        rules = { ...rules, inRow: null };
        break;
      case "lead":
        rules = { ...rules, lead: "written" };
        break;
      case "ends-free":
        rules = { ...rules, endsFree: false };
        break;
      case "meet":
        rules = { ...rules, meet: null };
        break;
      case "least":
      case "most": {
        const idea = ideas[one.idea];
        if (idea) ideas[one.idea] = one.kind === "least" ? { ...idea, least: 0 } : { ...idea, most: null };
      }
    }
  }
  return { ...spec, rules, ideas };
}

function hasWays(spec: FlowSpec, player: Player, round: number): boolean {
  const ways = compileFlow(spec, player, round);
  return !isFlowProblem(ways) && countFlow(ways) > 0n;
}

/**
 * The smallest sets of rules to relax; empty if the lengths alone never add up, null if too many rules are involved.
 */
export function loosenFlow(spec: FlowSpec, player: Player, round = 0): readonly (readonly FlowLoosened[])[] | null {
  const { rules } = spec;
  const all: FlowLoosened[] = [
    ...(rules.inRow !== null ? [{ kind: "in-row" } as const] : []),
    ...(rules.lead !== "written" ? [{ kind: "lead" } as const] : []),
    ...(rules.endsFree ? [{ kind: "ends-free" } as const] : []),
    ...(rules.meet ? [{ kind: "meet" } as const] : []),
    ...spec.ideas.flatMap(({ least, most }, idea): FlowLoosened[] => [
      ...(least > 0 ? [{ kind: "least", idea } as const] : []),
      ...(most !== null ? [{ kind: "most", idea } as const] : []),
    ]),
  ];
  if (!hasWays(without(spec, all), player, round)) return [];
  for (let size = 1; size <= Math.min(MAX_LOOSENED, all.length); size++) {
    const found = [...subsets(all, size)].filter((set) => hasWays(without(spec, set), player, round));
    if (found.length > 0) return found;
  }
  return null;
}

/** Bar counts up to a limit that these ideas can fill under the rules, nearest to `spec.bars` first. */
export function listFittingBars(spec: FlowSpec, player: Player, most = 16): number[] {
  return Array.from({ length: Math.min(most, MAX_FLOW_BARS) }, (_, index) => index + 1)
    .filter((bars) => hasWays({ ...spec, bars }, player, 0))
    .sort((a, b) => Math.abs(a - spec.bars) - Math.abs(b - spec.bars));
}
