/**
 * Moves: the known ways to turn one sticking into many. A move is plain data, so that a cell can remember how it was
 * made; `applyMove` computes the result.
 */

import type { Hand, Limb, Slot } from "../stroke/stroke";

/** A sticking: consecutive slots that belong together, without a rate. */
export type Cell = readonly Slot[];

export const EXTENSIONS = ["kick", "two-kicks", "quick-kicks", "hand", "gap"] as const;
/** What is added at the end; "hand" is the next hand, "quick-kicks" are two kicks in one slot. */
export type Extension = (typeof EXTENSIONS)[number];

export const ORNAMENTS = ["flam", "drag", "ruff", "rim-shot", "buzz"] as const;
export type Ornament = (typeof ORNAMENTS)[number];

export const DYNAMICS = [
  "even",
  "ghost-rest",
  "lead-out",
  "singles-out",
  "right-out",
  "left-out",
  "swell",
  "fade",
] as const;
/** Presets of the three levels; see {@link setDynamics}. */
export type Dynamics = (typeof DYNAMICS)[number];

export const LAYER_SPEEDS = ["half", "same", "double"] as const;
/** Speed of the feet's sticking relative to the hands'. */
export type LayerSpeed = (typeof LAYER_SPEEDS)[number];

export const PEDALS = ["hi-hat", "two-bass"] as const;
/** Bass drum and hi-hat, or two bass-drum pedals. */
export type Pedals = (typeof PEDALS)[number];

export const QUIETS = ["silence", "ghost"] as const;
export type Quiet = (typeof QUIETS)[number];

/** Positions of accents, from 0. A rhythm is written x for a hit and - for none, and repeats over the cell. */
export type AccentRule =
  | { readonly by: "place"; readonly place: number }
  | { readonly by: "every"; readonly every: number }
  | { readonly by: "singles" }
  | { readonly by: "doubles" }
  | { readonly by: "rhythm"; readonly rhythm: string };

export type Move =
  /** Starts `by` slots later and moves what came before to the end; negative for the other direction. */
  | { readonly kind: "rotate"; readonly by: number }
  /** Swaps the hands. */
  | { readonly kind: "mirror" }
  | { readonly kind: "reverse" }
  /** Doubles the length: the other hand leads the second time. */
  | { readonly kind: "alternate" }
  | { readonly kind: "replace"; readonly limb: Limb; readonly by: Limb }
  | { readonly kind: "double"; readonly limb: Limb; readonly with: Limb }
  /** Hands move to the pedals, and the feet's strokes to the hands; the strong hand's go to the bass drum. */
  | { readonly kind: "feet"; readonly strong: Hand; readonly pedals: Pedals }
  /** Grid-led hands: `lead` has the first slot and every other one after it. */
  | { readonly kind: "grid"; readonly lead: Hand }
  | { readonly kind: "extend"; readonly by: Extension }
  | { readonly kind: "shorten"; readonly end: "first" | "last" }
  /** The cell followed by another; `cell` is a stick line of cells only. */
  | { readonly kind: "glue"; readonly cell: string }
  /** Puts `cell` on the feet under this one, until the two meet again. */
  | {
      readonly kind: "layer";
      readonly cell: string;
      readonly speed: LayerSpeed;
      readonly strong: Hand;
      /** The feet's pedals; bass drum and hi-hat if absent. */
      readonly pedals?: Pedals | undefined;
    }
  | { readonly kind: "silence"; readonly place: number }
  /** Silences some positions or makes them ghosts; all if none are named. */
  | { readonly kind: "quieten"; readonly places: readonly number[] | null; readonly to: Quiet }
  /** Silence on every nth slot. */
  | { readonly kind: "thin"; readonly every: number }
  /** Adds a stroke of `with` wherever `limb` rests, whatever others play; in the silences if `limb` is null. */
  | { readonly kind: "fill"; readonly limb: Limb | null; readonly with: Limb }
  /** Adds a stroke of the other hand between the two of each double. */
  | { readonly kind: "split-doubles" }
  | { readonly kind: "decorate"; readonly ornament: Ornament; readonly on: "first" | "accents" }
  | { readonly kind: "accent"; readonly rule: AccentRule }
  | { readonly kind: "dynamics"; readonly preset: Dynamics };

/** Why a move does nothing to a cell. */
export type Refusal =
  | { readonly code: "empty" }
  | { readonly code: "same" }
  | { readonly code: "no-limb"; readonly limb: Limb }
  | { readonly code: "no-hand" }
  | { readonly code: "no-gap"; readonly limb: Limb | null }
  | { readonly code: "silent" }
  | { readonly code: "no-double" }
  | { readonly code: "no-single" }
  | { readonly code: "no-accent" }
  | { readonly code: "first-not-hand" }
  | { readonly code: "hand-busy" }
  | { readonly code: "too-short"; readonly slots: number }
  | { readonly code: "too-long"; readonly most: number }
  | { readonly code: "too-fine"; readonly most: number }
  | { readonly code: "unreadable" }
  | { readonly code: "no-rhythm" };

export type Moved = { readonly ok: true; readonly cell: Cell } | { readonly ok: false; readonly why: Refusal };

export function moved(cell: Cell): Moved {
  return { ok: true, cell };
}

export function refuse(why: Refusal): Moved {
  return { ok: false, why };
}
