/** Orchestrations to start from: one or two layers, for a player whose leading hand travels. */

import { ALL_STROKES, type Orchestration, type OrchestrationKind, type OrchestrationRule } from "~/core/orchestration";
import { type Hand, type KitVoice, otherHand } from "~/core/stroke";

function layer(rule: OrchestrationRule): Orchestration[number] {
  return { on: true, rule, filter: ALL_STROKES };
}

/** The initial rule of each kind. */
export function newRule(kind: OrchestrationKind, strong: Hand): OrchestrationRule {
  const sided = (own: KitVoice, other: KitVoice) =>
    strong === "R" ? { right: own, left: other } : { right: other, left: own };
  switch (kind) {
    case "one":
      return { kind, on: "f1" };
    case "split":
      return { kind, ...sided("f1", "sn") };
    case "oblique":
      return { kind, hand: strong, path: "toms", stay: "sn", every: 1 };
    case "parallel":
      return { kind, path: "drums", every: 4, apart: 0 };
    case "by-cell":
      return { kind, path: "drums" };
    case "by-note":
      return { kind, note: 1, on: "f1" };
    case "accents":
      return { kind, path: "toms", rest: null };
    case "travel":
      return { kind, path: "drums", direction: "down", keepsDoubles: true };
    case "flam-split":
      return { kind, on: "t1" };
    case "unison":
      return { kind, ...sided("f1", "sn") };
    case "with-kick":
      return { kind, path: "cymbals" };
    case "home-last":
    case "backbeat":
      return { kind, on: "sn" };
  }
}

export interface ReadyOrchestration {
  readonly id: string;
  readonly name: string;
  readonly make: (strong: Hand) => Orchestration;
}

export const READY_ORCHESTRATIONS: readonly ReadyOrchestration[] = [
  { id: "home", name: "All on the snare", make: () => [] },
  { id: "down", name: "Down the drums", make: (strong) => [layer(newRule("travel", strong))] },
  {
    id: "strong-travels",
    name: "Leading hand travels",
    make: (strong) => [layer(newRule("oblique", strong))],
  },
  {
    id: "weak-travels",
    name: "Other hand travels",
    make: (strong) => [layer({ kind: "oblique", hand: otherHand(strong), path: "toms", stay: "sn", every: 1 })],
  },
  { id: "split", name: "Hands apart", make: (strong) => [layer(newRule("split", strong))] },
  { id: "by-cell", name: "By cell", make: (strong) => [layer(newRule("by-cell", strong))] },
  { id: "accents", name: "Accents on the toms", make: (strong) => [layer(newRule("accents", strong))] },
  {
    id: "there-and-back",
    name: "There and back, keeping the backbeat",
    make: () => [
      layer({ kind: "travel", path: "drums", direction: "there-and-back", keepsDoubles: true }),
      layer({ kind: "backbeat", on: "sn" }),
    ],
  },
];

/** The preset that a voicing is; null for a custom one. */
export function nameReady(voicing: Orchestration, strong: Hand): string | null {
  const text = JSON.stringify(voicing);
  return READY_ORCHESTRATIONS.find(({ make }) => JSON.stringify(make(strong)) === text)?.id ?? null;
}
