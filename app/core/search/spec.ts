/** A search: a pool of cells, a window to fill with them, and rules. Plain data. */

import type { Window } from "../phrase/phrase";
import type { Pulse } from "../pulse/pulse";
import type { Slot } from "../stroke/stroke";
import { type Level, LIMBS, type Limb } from "../stroke/stroke";
import type { Bpm, Meter, Rate } from "../time/time";

export interface PoolEntry {
  readonly cell: readonly Slot[];
  /** Whether it may also be led by the other hand. */
  readonly mirrors: boolean;
  /** Whether it may also start on any of its slots. */
  readonly rotations: boolean;
  /** Minimum number of uses, in any form. */
  readonly least: number;
  /** Maximum number of uses; null for no limit. */
  readonly most: number | null;
}

export const WHO = ["any", "hand", "foot", ...LIMBS] as const;
/** One limb, either of a kind, or anyone. */
export type Who = (typeof WHO)[number];

/** Something a slot must have at its onset, or, with `not`, must not have in any of its parts. */
export interface Want {
  readonly not: boolean;
  readonly who: Who;
  /** Null for any level. */
  readonly level: Level | null;
}

/** The fields of each kind of rule. A new kind is a line here, and the compiler then lists the tables that need it. */
interface SearchRuleFields {
  starts: { readonly who: Who };
  ends: { readonly who: Who };
  /** The longest run of one hand: consecutive moments in which it is the only hand, across cells too. */
  "hand-run": { readonly most: number };
  /** The longest run of one foot: consecutive moments in which it plays, across cells too. */
  "foot-run": { readonly most: number };
  /** `slot` counts from 0 in the window. */
  slot: { readonly slot: number; readonly want: Want };
  /** A hand, not ghosted, on every second beat of the bar. */
  backbeat: unknown;
  /** The sizes of the cells, in this order or in any. */
  sizes: { readonly sizes: readonly number[]; readonly ordered: boolean };
  /** No cell twice in a row in the same form. */
  "no-equal-neighbours": unknown;
  /** How many cells may start on a beat; `most` null for no limit. */
  "on-beat": { readonly least: number; readonly most: number | null };
  /** Whether a repeat is led by the same hand or by the other. */
  lead: { readonly lead: "stays" | "flips" };
}
export type RuleKind = keyof SearchRuleFields;
export type SearchRule<Kind extends RuleKind = RuleKind> = {
  readonly [Each in Kind]: { readonly kind: Each } & SearchRuleFields[Each];
}[Kind];

export interface SearchSpec {
  readonly meter: Meter;
  /** Its beats and backbeats; the meter's without it. */
  readonly pulse?: Pulse;
  readonly rate: Rate;
  readonly tempo: Bpm;
  readonly window: Window;
  readonly pool: readonly PoolEntry[];
  readonly rules: readonly SearchRule[];
}

/** Four bars of 4/4 in thirty-seconds. */
export const MAX_SEARCH_SLOTS = 128;
/** Total number of forms of the pool's cells. */
export const MAX_PIECES = 1_200;

/** Why a search is impossible, as data. The wording is elsewhere. */
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
