/** What is searched for: a pool of cells, a window to be filled by them, and rules that hold. Plain data. */

import type { Window } from "../phrase/phrase";
import type { Pulse } from "../pulse/pulse";
import type { Slot } from "../stroke/stroke";
import { type Level, LIMBS, type Limb } from "../stroke/stroke";
import type { Bpm, Meter, Rate } from "../time/time";

export interface PoolEntry {
  readonly cell: readonly Slot[];
  /** Led by the other hand too. */
  readonly mirrors: boolean;
  /** Begun on each of its slots too. */
  readonly rotations: boolean;
  /** How often it must be used at least, in whatever form. */
  readonly least: number;
  /** And at most; null for any number of times. */
  readonly most: number | null;
}

export const WHO = ["any", "hand", "foot", ...LIMBS] as const;
/** One limb, either of a kind, or whoever. */
export type Who = (typeof WHO)[number];

/** Something that a slot must have at its onset, or, when `not`, must not have in any of its parts. */
export interface Want {
  readonly not: boolean;
  readonly who: Who;
  /** Null for any level. */
  readonly level: Level | null;
}

/** What each kind of rule carries. A new kind is a line here; the compiler then names the tables that must have it. */
interface SearchRuleFields {
  starts: { readonly who: Who };
  ends: { readonly who: Who };
  /** The longest run of one hand: moments in which it is the only hand, one after another, across cells too. */
  "hand-run": { readonly most: number };
  /** The longest run of one foot: moments in which it plays, one after another, across cells too. */
  "foot-run": { readonly most: number };
  /** `slot` counts from 0 in the window. */
  slot: { readonly slot: number; readonly want: Want };
  /** A hand, not ghosted, on every second beat of the bar. */
  backbeat: unknown;
  /** The sizes of the cells, in this order or in any. */
  sizes: { readonly sizes: readonly number[]; readonly ordered: boolean };
  /** No cell twice in a row, in the same form. */
  "no-equal-neighbours": unknown;
  /** How many cells may begin on a beat; `most` null for any number. */
  "on-beat": { readonly least: number; readonly most: number | null };
  /** Whether a repeat is led by the same hand or by the other one. */
  lead: { readonly lead: "stays" | "flips" };
}
export type RuleKind = keyof SearchRuleFields;
export type SearchRule<Kind extends RuleKind = RuleKind> = {
  readonly [Each in Kind]: { readonly kind: Each } & SearchRuleFields[Each];
}[Kind];

export interface SearchSpec {
  readonly meter: Meter;
  /** Its beats and backbeats; without it, the meter's. */
  readonly pulse?: Pulse;
  readonly rate: Rate;
  readonly tempo: Bpm;
  readonly window: Window;
  readonly pool: readonly PoolEntry[];
  readonly rules: readonly SearchRule[];
}

/** Four bars of 4/4 in thirty-seconds. */
export const MAX_SEARCH_SLOTS = 128;
/** Forms of all cells of the pool together. */
export const MAX_PIECES = 1_200;

/** Why nothing can be searched for; what is wrong, not how it is said. */
export type SpecProblem =
  | { readonly code: "empty-pool" }
  | { readonly code: "inexact-window"; readonly slots: number }
  | { readonly code: "too-long"; readonly slots: number; readonly most: number }
  | { readonly code: "too-many-forms"; readonly forms: number; readonly most: number }
  | { readonly code: "slot-outside"; readonly rule: number; readonly slots: number };

export function isWho(limb: Limb, who: Who): boolean {
  if (who === "any") return true;
  const hand = limb === "R" || limb === "L";
  if (who === "hand") return hand;
  if (who === "foot") return !hand;
  return limb === who;
}
