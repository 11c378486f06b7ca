/** Kinds of steps, in the order of a plan. */

export const STEP_KINDS = [
  /** In its groove, as it is to sound: listened to once. */
  "hear",
  /** Counted aloud while it goes round. */
  "count",
  /** One cell by itself. */
  "cell",
  /** Two cells that follow one another. */
  "join",
  /** The whole on one drum, over quarter notes. */
  "whole",
  /** Soft notes soft, accents equal. */
  "levels",
  /** Hands alone, the feet's time kept. */
  "hands",
  /** Feet alone, against the pulse. */
  "feet",
  /** All limbs on one drum, slowly, after they were apart. */
  "together",
  /** The hands move on accents and first notes only. */
  "basic",
  /** As it is voiced. */
  "full",
  /** Groove, then the fill. */
  "form",
  /** Led by the other hand. */
  "other-lead",
  /** The cells in another order. */
  "other-order",
  /** The cells in any order, another one each time. */
  "between",
] as const;
export type StepKind = (typeof STEP_KINDS)[number];

/** What is practised: a step of a plan, or a flow between several ideas. */
export const RUN_KINDS = [...STEP_KINDS, "flow"] as const;
export type RunKind = (typeof RUN_KINDS)[number];

/** What makes a phrase one's own, and is not needed to have learned it. */
const EXTRAS: readonly StepKind[] = ["other-lead", "other-order", "between"];
export function isExtra(kind: StepKind): boolean {
  return EXTRAS.includes(kind);
}

/** What is done rather than played: nobody judges how. */
const DONE: readonly StepKind[] = ["hear", "count"];
export function isPlayed(kind: StepKind): boolean {
  return !DONE.includes(kind);
}

/** The phrase from its beginning to its end, by all limbs. */
const WHOLE_PHRASES: readonly StepKind[] = ["hear", "count", "whole", "levels", "basic", "full", "form"];
export function isWholePhrase(kind: StepKind): boolean {
  return WHOLE_PHRASES.includes(kind);
}

/** Played in the fill's groove. */
const IN_GROOVE: readonly StepKind[] = ["hear", "form"];
export function isInGroove(kind: StepKind): boolean {
  return IN_GROOVE.includes(kind);
}
