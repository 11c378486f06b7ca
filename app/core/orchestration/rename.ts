/** Finds and replaces the surfaces that rules name. */

import type { KitVoice } from "../stroke/stroke";
import type { OrchestrationKind, OrchestrationRule, Path } from "./layers";

type Rename = (place: KitVoice) => KitVoice;

function renamePath<Rule extends { readonly path: Path }>(rule: Rule, rename: Rename): Rule {
  return typeof rule.path === "string" ? rule : { ...rule, path: rule.path.map(rename) };
}

function renameOn<Rule extends { readonly on: KitVoice }>(rule: Rule, rename: Rename): Rule {
  return { ...rule, on: rename(rule.on) };
}

function renameSides<Rule extends { readonly right: KitVoice; readonly left: KitVoice }>(
  rule: Rule,
  rename: Rename,
): Rule {
  return { ...rule, right: rename(rule.right), left: rename(rule.left) };
}

/** For each kind of rule, how to replace its surfaces. */
const RENAMES: {
  readonly [Kind in OrchestrationKind]: (rule: OrchestrationRule<Kind>, rename: Rename) => OrchestrationRule<Kind>;
} = {
  one: renameOn,
  split: renameSides,
  oblique: (rule, rename) => ({ ...renamePath(rule, rename), stay: rename(rule.stay) }),
  parallel: renamePath,
  "by-cell": renamePath,
  "by-note": renameOn,
  accents: (rule, rename) => ({ ...renamePath(rule, rename), rest: rule.rest && rename(rule.rest) }),
  travel: renamePath,
  "flam-split": renameOn,
  unison: renameSides,
  "with-kick": renamePath,
  "home-last": renameOn,
  backbeat: renameOn,
};

function mapPlaces<Kind extends OrchestrationKind>(rule: OrchestrationRule<Kind>, rename: Rename) {
  return RENAMES[rule.kind](rule, rename);
}

/** The surfaces that a rule names, not counting families. */
export function placesOf(rule: OrchestrationRule): KitVoice[] {
  const named = new Set<KitVoice>();
  mapPlaces(rule, (place) => {
    named.add(place);
    return place;
  });
  return [...named];
}

/** A rule with one surface replaced by another. */
export function renamePlace(rule: OrchestrationRule, from: KitVoice, to: KitVoice): OrchestrationRule {
  return mapPlaces(rule, (place) => (place === from ? to : place));
}
