/**
 * Moves: the known ways by which one sticking becomes many. A move is plain data, so that a cell can remember how it
 * was made; `applyMove` says what comes of it.
 */

import type { Hand, Limb, Slot } from "../stroke/stroke";

/** A sticking: consecutive slots that belong together, without a rate. */
export type Cell = readonly Slot[];

export const EXTENSIONS = ["kick", "two-kicks", "quick-kicks", "hand", "gap"] as const;
/** What is added at the end; "hand" is the hand that comes next, "quick-kicks" are two in one slot. */
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
/** Presets of the three levels; {@link setDynamics} says what each does. */
export type Dynamics = (typeof DYNAMICS)[number];

export const LAYER_SPEEDS = ["half", "same", "double"] as const;
/** How fast the feet's sticking goes against the hands'. */
export type LayerSpeed = (typeof LAYER_SPEEDS)[number];

export const PEDALS = ["hi-hat", "two-bass"] as const;
/** Bass drum and hi-hat, or two pedals on bass drums. */
export type Pedals = (typeof PEDALS)[number];

export const QUIETS = ["silence", "ghost"] as const;
export type Quiet = (typeof QUIETS)[number];

/** Where accents go. Places count from 0. A rhythm is written x for a hit and - for none, and repeats over the cell. */
export type AccentRule =
  | { readonly by: "place"; readonly place: number }
  | { readonly by: "every"; readonly every: number }
  | { readonly by: "singles" }
  | { readonly by: "doubles" }
  | { readonly by: "rhythm"; readonly rhythm: string };

export type Move =
  /** Begins `by` slots later and brings what was before to the end; negative the other way. */
  | { readonly kind: "rotate"; readonly by: number }
  /** The hands change over. */
  | { readonly kind: "mirror" }
  | { readonly kind: "reverse" }
  /** Twice as long: the second time the other hand leads. */
  | { readonly kind: "alternate" }
  | { readonly kind: "replace"; readonly limb: Limb; readonly by: Limb }
  | { readonly kind: "double"; readonly limb: Limb; readonly with: Limb }
  /** Hands go to the pedals, and what the feet had to the hands; the strong hand's strokes go to the bass drum. */
  | { readonly kind: "feet"; readonly strong: Hand; readonly pedals: Pedals }
  /** Grid-led hands: `lead` has the first slot and every other one after it. */
  | { readonly kind: "grid"; readonly lead: Hand }
  | { readonly kind: "extend"; readonly by: Extension }
  | { readonly kind: "shorten"; readonly end: "first" | "last" }
  /** The cell with another one after it; `cell` is a stick line of cells alone. */
  | { readonly kind: "glue"; readonly cell: string }
  /** `cell` put on the feet under this one, until the two meet again. */
  | {
      readonly kind: "layer";
      readonly cell: string;
      readonly speed: LayerSpeed;
      readonly strong: Hand;
      /** The pedals that the feet have; bass drum and hi-hat where it is not said. */
      readonly pedals?: Pedals | undefined;
    }
  | { readonly kind: "silence"; readonly place: number }
  /** Silences or ghosts some places, or all where there are none named. */
  | { readonly kind: "quieten"; readonly places: readonly number[] | null; readonly to: Quiet }
  /** Silence at every nth slot. */
  | { readonly kind: "thin"; readonly every: number }
  /** A stroke of `with` wherever `limb` rests, whatever others play there; in the silences when `limb` is null. */
  | { readonly kind: "fill"; readonly limb: Limb | null; readonly with: Limb }
  /** A stroke of the other hand between the two of each double. */
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
