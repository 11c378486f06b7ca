/** Orchestrations for a player who leads with the other hand. */

import { isHand, type KitVoice, otherHand } from "../stroke/stroke";
import type { Orchestration, OrchestrationKind, OrchestrationRule } from "./layers";

function same<Rule>(rule: Rule): Rule {
  return rule;
}

function swapSides<Rule extends { readonly right: KitVoice; readonly left: KitVoice }>(rule: Rule): Rule {
  return { ...rule, right: rule.left, left: rule.right };
}

const MIRRORS: {
  readonly [Kind in OrchestrationKind]: (rule: OrchestrationRule<Kind>) => OrchestrationRule<Kind>;
} = {
  one: same,
  split: swapSides,
  oblique: (rule) => ({ ...rule, hand: otherHand(rule.hand) }),
  parallel: same,
  "by-cell": same,
  "by-note": same,
  accents: same,
  travel: same,
  "flam-split": same,
  unison: swapSides,
  "with-kick": same,
  "home-last": same,
  backbeat: same,
};

function mirrorRule<Kind extends OrchestrationKind>(rule: OrchestrationRule<Kind>): OrchestrationRule<Kind> {
  return MIRRORS[rule.kind](rule);
}

/** The orchestration with the hands' roles swapped. */
export function mirrorOrchestration(voicing: Orchestration): Orchestration {
  return voicing.map((layer) => {
    const limbs = layer.filter.limbs?.map((limb) => (isHand(limb) ? otherHand(limb) : limb)) ?? null;
    return { ...layer, filter: { ...layer.filter, limbs }, rule: mirrorRule(layer.rule) };
  });
}
