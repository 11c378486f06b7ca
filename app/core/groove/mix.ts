/** Layers: what of an arrangement is heard, softly or not at all. What is left out keeps its time. */

import { type KitVoice, LIMBS, type Limb } from "../stroke/stroke";
import type { SoundingNote } from "./sounding";

export const LAYER_STATES = ["on", "soft", "muted", "solo"] as const;
export type LayerState = (typeof LAYER_STATES)[number];
export const PARTS = ["groove", "fill", "under"] as const;
export type MixPart = (typeof PARTS)[number];

/** What is not named is on. */
export interface Mix {
  readonly parts: Readonly<Partial<Record<MixPart, LayerState>>>;
  readonly limbs: Readonly<Partial<Record<Limb, LayerState>>>;
  readonly places: Readonly<Partial<Record<KitVoice, LayerState>>>;
  /** Whether the hi-hat foot's pulse is heard although the feet are muted. */
  readonly keepsPulse?: boolean;
}

export const ALL_ON: Mix = { parts: {}, limbs: {}, places: {} };
/** The hi-hat foot keeps the pulse under the hands: an ostinato, or what it has in the groove. */
export const HANDS_ONLY: Mix = { ...ALL_ON, limbs: { K: "muted", H: "muted" }, keepsPulse: true };
export const FEET_ONLY: Mix = { ...ALL_ON, limbs: { R: "muted", L: "muted" } };
/** Of full: clearly behind the rest, and still heard. */
export const SOFT_GAIN = 0.3;

function partOfNote({ role }: Pick<SoundingNote, "role">): MixPart {
  if (role === "crash" || role === "answer") return "groove";
  return role === "call" ? "under" : role;
}

/** 0 for silent to 1. Among limbs, parts or surfaces a solo silences those that are not; muted stays muted. */
export function gainOf(
  note: Pick<SoundingNote, "role" | "limb" | "place">,
  { parts, limbs, places, keepsPulse = false }: Mix,
): number {
  const isPulse = keepsPulse && note.limb === "H" && note.role !== "fill";
  return gainIn(parts, partOfNote(note)) * (isPulse ? 1 : gainIn(limbs, note.limb)) * gainIn(places, note.place);
}

function gainIn<Key extends string>(layers: Readonly<Partial<Record<Key, LayerState>>>, key: Key): number {
  const state = layers[key] ?? "on";
  if (state === "muted") return 0;
  if (state === "solo") return 1;
  if (Object.values(layers).includes("solo")) return 0;
  return state === "soft" ? SOFT_GAIN : 1;
}

/** Whether nothing is left out or softened. */
export function isAllOn({ parts, limbs, places }: Mix): boolean {
  return [parts, limbs, places].every((layers) => Object.values(layers).every((state) => state === "on"));
}

/** Which of the ready ways to listen a mix is; null for one's own. */
export function nameMix(mix: Mix): "all" | "hands" | "feet" | null {
  if (!isAllOn({ ...mix, limbs: {} })) return null;
  const states = LIMBS.map((limb) => mix.limbs[limb] ?? "on").join();
  const ready = { all: "on,on,on,on", hands: "on,on,muted,muted", feet: "muted,muted,on,on" } as const;
  return (Object.keys(ready) as (keyof typeof ready)[]).find((name) => ready[name] === states) ?? null;
}
