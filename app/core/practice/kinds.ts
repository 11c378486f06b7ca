/** Kinds of steps, in the order of a plan, and what each is. */

import { LIMBS, type Limb } from "../stroke/stroke";

interface StepDefinition {
  /** Who plays: all limbs, the hands or the feet. */
  readonly limbs: readonly Limb[];
  /** Played and judged; a step that is not is only listened to or counted. */
  readonly isPlayed: boolean;
  /** The phrase from its beginning to its end, by all limbs. */
  readonly isWhole: boolean;
  /** Played in the fill's groove. */
  readonly isInGroove: boolean;
  /** Makes a phrase one's own, and is not needed to have learned it. */
  readonly isExtra: boolean;
}

const HANDS: readonly Limb[] = ["R", "L"];
const FEET: readonly Limb[] = ["K", "H"];

const PART: StepDefinition = { limbs: LIMBS, isPlayed: true, isWhole: false, isInGroove: false, isExtra: false };
const WHOLE: StepDefinition = { ...PART, isWhole: true };
const EXTRA: StepDefinition = { ...PART, isExtra: true };

export const STEPS = {
  /** In its groove, as it is to sound: listened to once. */
  hear: { ...WHOLE, isPlayed: false, isInGroove: true },
  /** Counted aloud while it goes round. */
  count: { ...WHOLE, isPlayed: false },
  /** One cell by itself. */
  cell: PART,
  /** Two cells that follow one another. */
  join: PART,
  /** The whole on one drum, over quarter notes. */
  whole: WHOLE,
  /** Soft notes soft, accents equal. */
  levels: WHOLE,
  /** Hands alone, the feet's time kept. */
  hands: { ...PART, limbs: HANDS },
  /** Feet alone, against the pulse. */
  feet: { ...PART, limbs: FEET },
  /** All limbs on one drum, slowly, after they were apart. */
  together: PART,
  /** The hands move on accents and first notes only. */
  basic: WHOLE,
  /** As it is voiced. */
  full: WHOLE,
  /** Groove, then the fill. */
  form: { ...WHOLE, isInGroove: true },
  /** Led by the other hand. */
  "other-lead": EXTRA,
  /** The cells in another order. */
  "other-order": EXTRA,
  /** The cells in any order, another one each time. */
  between: EXTRA,
} satisfies Readonly<Record<string, StepDefinition>>;
export type StepKind = keyof typeof STEPS;
export const STEP_KINDS = Object.keys(STEPS) as StepKind[];

/** What is practised: a step of a plan, or a flow between several ideas. */
export type RunKind = StepKind | "flow";
export const RUN_KINDS: readonly RunKind[] = [...STEP_KINDS, "flow"];

export function isExtra(kind: StepKind): boolean {
  return STEPS[kind].isExtra;
}

export function isPlayed(kind: StepKind): boolean {
  return STEPS[kind].isPlayed;
}

export function isWholePhrase(kind: StepKind): boolean {
  return STEPS[kind].isWhole;
}

export function isInGroove(kind: StepKind): boolean {
  return STEPS[kind].isInGroove;
}

export function limbsOfStep(kind: StepKind): readonly Limb[] {
  return STEPS[kind].limbs;
}
