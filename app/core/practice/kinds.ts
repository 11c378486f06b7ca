/** Kinds of steps, in the order of a plan. */

export const STEP_KINDS = [
  /** Hands alone, the feet's time kept. */
  "hands",
  /** Feet alone, against the pulse. */
  "feet",
  /** All limbs on one drum, slowly. */
  "together",
  /** Soft notes soft, accents equal. */
  "levels",
  /** One cell by itself. */
  "cell",
  /** Two cells that follow one another. */
  "join",
  /** The whole on one drum, over quarter notes. */
  "whole",
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
