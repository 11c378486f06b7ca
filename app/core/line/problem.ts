/** What can be wrong with a typed line, as data. The interface finds the words. */

export type ProblemCode =
  | "not-a-symbol"
  | "foot-letter"
  | "mark-without-limb"
  | "accented-ghost"
  | "grace-on-foot"
  | "rim-on-foot"
  | "rim-on-metal"
  | "buzz-on-foot"
  | "buzz-on-rim"
  | "choke-of-drum"
  | "two-techniques"
  | "too-many-graces"
  | "grace-hand-busy"
  | "limb-twice"
  | "unknown-place"
  | "place-for-other-limb"
  | "unclosed"
  | "unopened"
  | "nested-split"
  | "empty-brackets"
  | "swell-without-run"
  | "swell-too-short"
  | "swell-in-swell"
  | "split-too-fine"
  | "split-inexact"
  | "rate-missing"
  | "rate-inexact"
  | "count-missing"
  | "count-wrong"
  | "count-without-cell"
  | "too-deep"
  | "too-long"
  | "text-too-long";

/** Something wrong at a place in the text. */
export interface Problem {
  readonly code: ProblemCode;
  /** Column of the first character concerned, from 0. */
  readonly from: number;
  /** Column after the last one. */
  readonly to: number;
  /** What stands there, as typed. */
  readonly found: string;
  /** What would be right, where it depends on the case: symbols, numbers, codes. */
  readonly options: readonly string[];
}

/** After this many problems the rest is noise. */
export const MAX_PROBLEMS = 20;

/** Columns of the text, from 0, `to` exclusive. */
export interface TextSpan {
  readonly from: number;
  readonly to: number;
}
