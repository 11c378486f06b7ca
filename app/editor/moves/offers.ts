/** The offered moves in groups, each with its key: one table for the Cells screen and the Stack. */

import type { AccentRule, Cell, LayerSpeed, Move, Moved, Pedals, Refusal } from "~/core/moves";
import { type Hand, otherHand } from "~/core/stroke";

/** Settings for offers that need something more. */
export interface OfferScene {
  readonly strong: Hand;
  /** The chosen slot, from 0. */
  readonly position: number;
  /** The n of every nth. */
  readonly every: number;
  readonly rhythm: string;
  /** Another cell, as text, to follow or go under; "" for none. */
  readonly partner: string;
  readonly speed: LayerSpeed;
  readonly pedals: Pedals;
  /** The current cell, as text. */
  readonly own: string;
  /** Notes to quieten, as typed: "2-4, 6"; "" for all. */
  readonly notes: string;
}

/**
 * Positions from notes as people number them: "2-4, 6" is 1, 2, 3 and 5. Null if that means all, or isn't such a list.
 */
export function readPlaces(notes: string): readonly number[] | null {
  const places = notes.split(",").flatMap((part) => {
    const found = /^\s*(\d{1,3})\s*(?:[-–]\s*(\d{1,3})\s*)?$/.exec(part);
    const [from, to] = [Number(found?.[1] ?? 0), Number(found?.[2] ?? found?.[1] ?? 0)];
    return from < 1 || to < from ? [] : Array.from({ length: to - from + 1 }, (_, index) => from - 1 + index);
  });
  return places.length > 0 ? [...new Set(places)] : null;
}

export const OFFER_GROUPS = [
  "Turn and mirror",
  "Hands and feet",
  "Longer and shorter",
  "Gaps",
  "Ornaments",
  "Accents",
  "Dynamics",
  "Two cells",
] as const;
export type OfferGroup = (typeof OFFER_GROUPS)[number];

export interface OfferEntry {
  readonly id: string;
  /** As {@link nameKey} names it. */
  readonly key: string;
  readonly group: OfferGroup;
  readonly make: (scene: OfferScene) => Move;
}

type Make = Move | OfferEntry["make"];

function entries(group: OfferGroup, given: readonly (readonly [id: string, key: string, make: Make])[]): OfferEntry[] {
  return given.map(([id, key, make]) => ({ id, key, group, make: typeof make === "function" ? make : () => make }));
}

function layer(cell: string, speed: LayerSpeed, strong: Hand, pedals: Pedals): Move {
  return { kind: "layer", cell, speed, strong, ...(pedals === "two-bass" ? { pedals } : {}) };
}

function accent(make: (scene: OfferScene) => AccentRule): OfferEntry["make"] {
  return (scene) => ({ kind: "accent", rule: make(scene) });
}

export const OFFERS: readonly OfferEntry[] = [
  ...entries("Turn and mirror", [
    ["later", "t", { kind: "rotate", by: 1 }],
    ["earlier", "Shift+t", { kind: "rotate", by: -1 }],
    ["mirror", "m", { kind: "mirror" }],
    ["reverse", "b", { kind: "reverse" }],
    ["alternate", "h", { kind: "alternate" }],
    ["grid", "g", ({ strong }) => ({ kind: "grid", lead: strong })],
    ["grid-other", "Shift+g", ({ strong }) => ({ kind: "grid", lead: otherHand(strong) })],
  ]),
  ...entries("Hands and feet", [
    ["weak-to-kick", "k", ({ strong }) => ({ kind: "replace", limb: otherHand(strong), by: "K" })],
    ["strong-to-kick", "Shift+k", ({ strong }) => ({ kind: "replace", limb: strong, by: "K" })],
    ["weak-to-foot", "u", ({ strong }) => ({ kind: "replace", limb: otherHand(strong), by: "H" })],
    ["kick-to-weak", "j", ({ strong }) => ({ kind: "replace", limb: "K", by: otherHand(strong) })],
    ["kick-with-strong", "w", ({ strong }) => ({ kind: "double", limb: strong, with: "K" })],
    ["kick-with-weak", "Shift+w", ({ strong }) => ({ kind: "double", limb: otherHand(strong), with: "K" })],
    ["strong-with-kick", "q", ({ strong }) => ({ kind: "double", limb: "K", with: strong })],
    ["feet", "p", ({ strong }) => ({ kind: "feet", strong, pedals: "hi-hat" })],
    ["two-pedals", "Shift+p", ({ strong }) => ({ kind: "feet", strong, pedals: "two-bass" })],
  ]),
  ...entries("Longer and shorter", [
    ["kick", "1", { kind: "extend", by: "kick" }],
    ["two-kicks", "2", { kind: "extend", by: "two-kicks" }],
    ["quick-kicks", "3", { kind: "extend", by: "quick-kicks" }],
    ["hand", "4", { kind: "extend", by: "hand" }],
    ["gap", "5", { kind: "extend", by: "gap" }],
    ["drop-last", "0", { kind: "shorten", end: "last" }],
    ["drop-first", "9", { kind: "shorten", end: "first" }],
  ]),
  ...entries("Gaps", [
    ["silence", "-", ({ position: place }) => ({ kind: "silence", place })],
    ["silence-notes", "Shift+x", ({ notes }) => ({ kind: "quieten", places: readPlaces(notes), to: "silence" })],
    ["thin", "n", ({ every }) => ({ kind: "thin", every })],
    ["fill-silence", "i", { kind: "fill", limb: null, with: "K" }],
    ["fill-strong", "Shift+i", ({ strong }) => ({ kind: "fill", limb: strong, with: "K" })],
    ["fill-weak", "Shift+u", ({ strong }) => ({ kind: "fill", limb: otherHand(strong), with: "K" })],
    ["split", "s", { kind: "split-doubles" }],
  ]),
  ...entries("Ornaments", [
    ["flam-first", "f", { kind: "decorate", ornament: "flam", on: "first" }],
    ["flam-accents", "Shift+f", { kind: "decorate", ornament: "flam", on: "accents" }],
    ["drag-first", "d", { kind: "decorate", ornament: "drag", on: "first" }],
    ["drag-accents", "Shift+d", { kind: "decorate", ornament: "drag", on: "accents" }],
    ["ruff-first", "r", { kind: "decorate", ornament: "ruff", on: "first" }],
    ["buzz-first", "Shift+z", { kind: "decorate", ornament: "buzz", on: "first" }],
    ["buzz-accents", "~", { kind: "decorate", ornament: "buzz", on: "accents" }],
    ["rim-accents", "x", { kind: "decorate", ornament: "rim-shot", on: "accents" }],
  ]),
  ...entries("Accents", [
    ["accent-place", "a", accent(({ position: place }) => ({ by: "place", place }))],
    ["accent-every", "e", accent(({ every }) => ({ by: "every", every }))],
    ["accent-singles", "Shift+a", accent(() => ({ by: "singles" }))],
    ["accent-doubles", "Shift+e", accent(() => ({ by: "doubles" }))],
    ["accent-rhythm", "Shift+r", accent(({ rhythm }) => ({ by: "rhythm", rhythm }))],
  ]),
  ...entries("Dynamics", [
    ["ghost-notes", "Shift+q", ({ notes }) => ({ kind: "quieten", places: readPlaces(notes), to: "ghost" })],
    ["ghost-rest", "o", { kind: "dynamics", preset: "ghost-rest" }],
    ["lead-out", "Shift+o", { kind: "dynamics", preset: "lead-out" }],
    ["singles-out", "Shift+s", { kind: "dynamics", preset: "singles-out" }],
    ["strong-out", "y", ({ strong }) => ({ kind: "dynamics", preset: strong === "R" ? "right-out" : "left-out" })],
    ["weak-out", "Shift+y", ({ strong }) => ({ kind: "dynamics", preset: strong === "R" ? "left-out" : "right-out" })],
    ["swell", "v", { kind: "dynamics", preset: "swell" }],
    ["fade", "Shift+v", { kind: "dynamics", preset: "fade" }],
    ["even", "z", { kind: "dynamics", preset: "even" }],
  ]),
  ...entries("Two cells", [
    ["glue", "l", ({ partner }) => ({ kind: "glue", cell: partner })],
    ["layer", "Shift+l", ({ partner, speed, strong, pedals }) => layer(partner, speed, strong, pedals)],
    ["layer-self", "Shift+b", ({ own, speed, strong, pedals }) => layer(own, speed, strong, pedals)],
  ]),
];

export interface Offer {
  readonly entry: OfferEntry;
  readonly move: Move;
  /** Null when it is refused. */
  readonly cell: Cell | null;
  readonly refused: Refusal | null;
}

/** The result of a move on the current cell. */
export type Attempt = (move: Move) => Moved;

/** What an offer would make of the current cell. */
export function tryOffer(entry: OfferEntry, scene: OfferScene, attempt: Attempt): Offer {
  const move = entry.make(scene);
  const result = attempt(move);
  return { entry, move, cell: result.ok ? result.cell : null, refused: result.ok ? null : result.why };
}
