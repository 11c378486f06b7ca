/** How each kind of rule restricts the ways to fill a window. */

import type { Tracker } from "../graph/layers";
import type { PoolPiece } from "./piece";
import type { RuleKind, SearchRule, Want, Who } from "./spec";
import { trackHandRuns, trackLead, trackNeighbours, trackOnBeat, trackOrder, trackRun, trackSizes } from "./tracker";

/** The space that rules are compiled for. */
export interface RuleSpace {
  readonly pieces: readonly PoolPiece[];
  readonly slots: number;
  /** Slots on a beat, and on a backbeat. */
  readonly isBeat: readonly boolean[];
  readonly isBackbeat: readonly boolean[];
}

interface SearchRuleDefinition<Rule> {
  /** What it remembers from piece to piece. */
  readonly trackers: (rule: Rule, space: RuleSpace) => Tracker[];
  /** What it requires of single slots, by index. */
  readonly wants: (rule: Rule, space: RuleSpace) => (readonly [slot: number, want: Want])[];
  /** Who must play the last moment; null for anyone. */
  readonly end: (rule: Rule) => Who | null;
  /** Whether it refers to a slot outside the space. */
  readonly isOutside: (rule: Rule, slots: number) => boolean;
}

const ANYTHING = {
  trackers: () => [],
  wants: () => [],
  end: () => null,
  isOutside: () => false,
} satisfies SearchRuleDefinition<SearchRule>;

const RULES: { readonly [Kind in RuleKind]: SearchRuleDefinition<SearchRule<Kind>> } = {
  starts: { ...ANYTHING, wants: ({ who }) => [[0, { not: false, who, level: null }]] },
  ends: { ...ANYTHING, end: ({ who }) => who },
  "hand-run": { ...ANYTHING, trackers: ({ most }, { pieces }) => [trackHandRuns(pieces, most)] },
  "foot-run": {
    ...ANYTHING,
    trackers: ({ most }, { pieces }) => [trackRun(pieces, "K", most), trackRun(pieces, "H", most)],
  },
  slot: {
    ...ANYTHING,
    wants: ({ slot, want }) => [[slot, want]],
    isOutside: ({ slot }, slots) => slot < 0 || slot >= slots,
  },
  backbeat: {
    ...ANYTHING,
    wants: (_, { isBackbeat }) =>
      isBackbeat.flatMap((is, slot) =>
        is
          ? [
              [slot, { not: false, who: "hand", level: null }] as const,
              [slot, { not: true, who: "hand", level: "ghost" }] as const,
            ]
          : [],
      ),
  },
  sizes: {
    ...ANYTHING,
    trackers: ({ sizes, ordered }, { pieces }) => [ordered ? trackOrder(pieces, sizes) : trackSizes(pieces, sizes)],
  },
  "no-equal-neighbours": { ...ANYTHING, trackers: (_, { pieces }) => [trackNeighbours(pieces)] },
  "on-beat": { ...ANYTHING, trackers: ({ least, most }, { isBeat }) => [trackOnBeat(isBeat, least, most)] },
  lead: { ...ANYTHING, trackers: ({ lead }, { pieces }) => [trackLead(pieces, lead)] },
};

export function trackersOfRule<Kind extends RuleKind>(rule: SearchRule<Kind>, space: RuleSpace): Tracker[] {
  return RULES[rule.kind].trackers(rule, space);
}

export function wantsOfRule<Kind extends RuleKind>(rule: SearchRule<Kind>, space: RuleSpace) {
  return RULES[rule.kind].wants(rule, space);
}

export function endOfRule<Kind extends RuleKind>(rule: SearchRule<Kind>): Who | null {
  return RULES[rule.kind].end(rule);
}

export function isOutside<Kind extends RuleKind>(rule: SearchRule<Kind>, slots: number): boolean {
  return RULES[rule.kind].isOutside(rule, slots);
}
