/** A flow: ideas of any length, bars that they fill exactly, and rules. Plain data. */

import type { Line } from "../phrase/phrase";
import type { Hand } from "../stroke/stroke";
import type { Bpm, Meter, Ticks } from "../time/time";

/** Something short that can be played any number of times in a row: a cell, a rudiment, a fill. */
export interface Idea {
  /** Its orchestrations, the current one first: the same strokes at the same times. At least one. */
  readonly versions: readonly Line[];
  /** How much more often it is drawn than an idea of weight 1. Integer from 1. */
  readonly weight: number;
  /** Minimum and maximum number of times in a round; null for no limit. */
  readonly least: number;
  readonly most: number | null;
  /** Grows by repeating its last slots once more each round, up to a maximum, and back; null for a fixed idea. */
  readonly tail: { readonly slots: number; readonly times: number } | null;
}

export const LEADS = ["written", "same", "alternate"] as const;
/**
 * Who leads each idea: the written hand; always the player's leading hand; or the hand that did not play last, so that
 * no hand plays twice across a join.
 */
export type LeadRule = (typeof LEADS)[number];

export interface FlowRules {
  /** Maximum number of times an idea may come in a row; null for no limit. */
  readonly inRow: number | null;
  readonly lead: LeadRule;
  /** Whether the last idea must leave a hand free for the crash. */
  readonly endsFree: boolean;
  /** An idea that must start at this position (ticks from the round's first bar line); null for none. */
  readonly meet: { readonly idea: number; readonly at: Ticks } | null;
}

export interface FlowSpec {
  readonly meter: Meter;
  readonly tempo: Bpm;
  /** The bars to fill. */
  readonly bars: number;
  readonly ideas: readonly Idea[];
  readonly rules: FlowRules;
  readonly leading: Hand;
}

export const MIN_IDEAS = 2;
export const MAX_IDEAS = 8;
export const MAX_FLOW_BARS = 64;
/** Minimum length of an idea in beats: a shorter call could not be read in time. */
export const MIN_LENGTH = 1 / 4;

/** Why nothing can be drawn, as data. The wording is elsewhere. */
export type FlowProblem =
  | { readonly code: "few-ideas"; readonly ideas: number }
  | { readonly code: "short-idea"; readonly idea: number }
  /** Longer than the bars it should fill. */
  | { readonly code: "long-idea"; readonly idea: number }
  | { readonly code: "meet-outside" }
  /** Together, the rules have too many states. */
  | { readonly code: "too-wide" };
