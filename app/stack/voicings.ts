/** Voicings to begin with: one layer or two, for a player whose strong hand travels. */

import {
  ALL_STROKES,
  type Hand,
  otherHand,
  type Place,
  type Voicing,
  type VoicingKind,
  type VoicingRule,
} from "~/core";

function layer(rule: VoicingRule): Voicing[number] {
  return { on: true, rule, filter: ALL_STROKES };
}

/** A rule of each kind as it begins. */
export function newRule(kind: VoicingKind, strong: Hand): VoicingRule {
  const sided = (own: Place, other: Place) =>
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
      return { kind, path: "drums", direction: "down" };
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

export interface ReadyVoicing {
  readonly id: string;
  readonly name: string;
  readonly make: (strong: Hand) => Voicing;
}

export const READY_VOICINGS: readonly ReadyVoicing[] = [
  { id: "home", name: "Home: the snare", make: () => [] },
  { id: "down", name: "Down the drums", make: (strong) => [layer(newRule("travel", strong))] },
  {
    id: "strong-travels",
    name: "Strong hand travels",
    make: (strong) => [layer(newRule("oblique", strong))],
  },
  {
    id: "weak-travels",
    name: "Other hand travels",
    make: (strong) => [layer({ kind: "oblique", hand: otherHand(strong), path: "toms", stay: "sn", every: 1 })],
  },
  { id: "split", name: "Hands split", make: (strong) => [layer(newRule("split", strong))] },
  { id: "by-cell", name: "By cell", make: (strong) => [layer(newRule("by-cell", strong))] },
  { id: "accents", name: "Accents on the toms", make: (strong) => [layer(newRule("accents", strong))] },
  {
    id: "there-and-back",
    name: "There and back, backbeat kept",
    make: () => [
      layer({ kind: "travel", path: "drums", direction: "there-and-back" }),
      layer({ kind: "backbeat", on: "sn" }),
    ],
  },
];

/** Which ready voicing this is; null for one of the player's own. */
export function nameReady(voicing: Voicing, strong: Hand): string | null {
  const text = JSON.stringify(voicing);
  return READY_VOICINGS.find(({ make }) => JSON.stringify(make(strong)) === text)?.id ?? null;
}
