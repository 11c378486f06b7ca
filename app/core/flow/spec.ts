/** What a flow is made of: ideas of any lengths, bars that they fill exactly, and rules. Plain data. */

import type { Line } from "../phrase/phrase";
import type { Hand } from "../stroke/stroke";
import type { Bpm, Meter, Ticks } from "../time/time";

/** Something short to be played any number of times in a row: a cell, a rudiment, a fill. */
export interface Idea {
  /** Its orchestrations, the one in force first: the same strokes at the same times. At least one. */
  readonly versions: readonly Line[];
  /** How much more often it is drawn than one of weight 1. A whole number from 1. */
  readonly weight: number;
  /** How often it is played in a round at least, and at most; null for any number of times. */
  readonly least: number;
  readonly most: number | null;
  /** Grows by its last slots, once more with each round, up to so many times, and back; null for an idea that stays. */
  readonly tail: { readonly slots: number; readonly times: number } | null;
}

export const LEADS = ["written", "same", "alternate"] as const;
/**
 * Who leads each idea: the hand that it is written with; the player's leading hand, each time; or the hand that did not
 * play last, so that no hand plays twice over a join.
 */
export type LeadRule = (typeof LEADS)[number];

export interface FlowRules {
  /** How often one idea may come in a row at most; null for any number of times. */
  readonly inRow: number | null;
  readonly lead: LeadRule;
  /** Whether the last idea must leave a hand free for the crash. */
  readonly endsFree: boolean;
  /** An idea that must begin at this place (ticks from the round's first bar line); null for none. */
  readonly meet: { readonly idea: number; readonly at: Ticks } | null;
}

export interface FlowSpec {
  readonly meter: Meter;
  readonly tempo: Bpm;
  /** Bars that are filled. */
  readonly bars: number;
  readonly ideas: readonly Idea[];
  readonly rules: FlowRules;
  readonly leading: Hand;
}

export const MIN_IDEAS = 2;
export const MAX_IDEAS = 8;
export const MAX_FLOW_BARS = 64;
/** An idea lasts at least this share of a beat: a call of less could not be read in time. */
export const MIN_LENGTH = 1 / 4;

/** Why nothing can be drawn; what is wrong, not how it is said. */
export type FlowProblem =
  | { readonly code: "few-ideas"; readonly ideas: number }
  | { readonly code: "short-idea"; readonly idea: number }
  /** Longer than the bars that it is to fill. */
  | { readonly code: "long-idea"; readonly idea: number }
  | { readonly code: "meet-outside" }
  /** The rules together have too many states. */
  | { readonly code: "too-wide" };
