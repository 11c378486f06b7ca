/** What can be wrong with a typed line, as data. The interface has the wording. */

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

/** A problem at a position in the text. */
export interface Problem {
  readonly code: ProblemCode;
  /** First column concerned, from 0. */
  readonly from: number;
  /** Column after the last one concerned. */
  readonly to: number;
  /** The text there, as typed. */
  readonly found: string;
  /** The correct text, if it depends on the case: symbols, numbers, codes. */
  readonly options: readonly string[];
}

/** Further problems are noise. */
export const MAX_PROBLEMS = 20;

/** Columns of the text, from 0, `to` exclusive. */
export interface TextSpan {
  readonly from: number;
  readonly to: number;
}
