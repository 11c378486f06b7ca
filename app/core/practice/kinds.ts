/** The kinds of steps in the order of a plan, and what each one is. */

import { LIMBS, type Limb } from "../stroke/stroke";

interface StepDefinition {
  /** Who plays: all limbs, only hands or only feet. */
  readonly limbs: readonly Limb[];
  /** Played and judged; other steps are only for listening or counting. */
  readonly isPlayed: boolean;
  /** The whole phrase, with all limbs. */
  readonly isWhole: boolean;
  /** Played in the fill's groove. */
  readonly isInGroove: boolean;
  /** Makes a phrase your own; not needed to have learned it. */
  readonly isExtra: boolean;
}

const HANDS: readonly Limb[] = ["R", "L"];
const FEET: readonly Limb[] = ["K", "H"];

const PART: StepDefinition = { limbs: LIMBS, isPlayed: true, isWhole: false, isInGroove: false, isExtra: false };
const WHOLE: StepDefinition = { ...PART, isWhole: true };
const EXTRA: StepDefinition = { ...PART, isExtra: true };

export const STEPS = {
  /** In its groove, as it should sound: for listening once. */
  hear: { ...WHOLE, isPlayed: false, isInGroove: true },
  /** Counted aloud while it loops. */
  count: { ...WHOLE, isPlayed: false },
  /** One cell alone. */
  cell: PART,
  /** Two consecutive cells. */
  join: PART,
  /** Everything on one drum, over quarter notes. */
  whole: WHOLE,
  /** Soft notes soft, accents even. */
  levels: WHOLE,
  /** Hands alone, keeping the feet's time. */
  hands: { ...PART, limbs: HANDS },
  /** Feet alone, against the pulse. */
  feet: { ...PART, limbs: FEET },
  /** All limbs on one drum, slowly, after practising them separately. */
  together: PART,
  /** The hands move only for accents and first notes. */
  basic: WHOLE,
  /** As orchestrated. */
  full: WHOLE,
  /** Groove, then the fill. */
  form: { ...WHOLE, isInGroove: true },
  /** Led by the other hand. */
  "other-lead": EXTRA,
  /** The cells in another order. */
  "other-order": EXTRA,
  /** The cells in a new order each time. */
  between: EXTRA,
} satisfies Readonly<Record<string, StepDefinition>>;
export type StepKind = keyof typeof STEPS;
export const STEP_KINDS = Object.keys(STEPS) as StepKind[];

/** What you practise: a step of a plan, or a flow between several ideas. */
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
