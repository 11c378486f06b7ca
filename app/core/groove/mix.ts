/** Layers: which parts of an arrangement are heard, softened or muted. Muted parts keep their time. */

import { type KitVoice, LIMBS, type Limb } from "../stroke/stroke";
import type { SoundingNote } from "./sounding";

export const LAYER_STATES = ["on", "soft", "muted", "solo"] as const;
export type LayerState = (typeof LAYER_STATES)[number];
export const PARTS = ["groove", "fill", "under"] as const;
export type MixPart = (typeof PARTS)[number];

/** Layers not listed are on. */
export interface Mix {
  readonly parts: Readonly<Partial<Record<MixPart, LayerState>>>;
  readonly limbs: Readonly<Partial<Record<Limb, LayerState>>>;
  readonly places: Readonly<Partial<Record<KitVoice, LayerState>>>;
  /** Whether the hi-hat foot's pulse is heard even when the feet are muted. */
  readonly keepsPulse?: boolean;
}

export const ALL_ON: Mix = { parts: {}, limbs: {}, places: {} };
/** The hi-hat foot's pulse under the hands: an ostinato, or its part in the groove. */
export const HANDS_ONLY: Mix = { ...ALL_ON, limbs: { K: "muted", H: "muted" }, keepsPulse: true };
export const FEET_ONLY: Mix = { ...ALL_ON, limbs: { R: "muted", L: "muted" } };
/** Share of full level: clearly in the background, but still heard. */
export const SOFT_GAIN = 0.3;

function partOfNote({ role }: Pick<SoundingNote, "role">): MixPart {
  if (role === "crash" || role === "answer") return "groove";
  return role === "call" ? "under" : role;
}

/** 0 (silent) to 1. A solo silences the other limbs, parts or surfaces; muted ones stay muted. */
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

/** Whether everything is at full level. */
export function isAllOn({ parts, limbs, places }: Mix): boolean {
  return [parts, limbs, places].every((layers) => Object.values(layers).every((state) => state === "on"));
}

/** The listening preset that this mix is; null for a custom one. */
export function findMix(mix: Mix): "all" | "hands" | "feet" | null {
  if (!isAllOn({ ...mix, limbs: {} })) return null;
  const states = LIMBS.map((limb) => mix.limbs[limb] ?? "on").join();
  const ready = { all: "on,on,on,on", hands: "on,on,muted,muted", feet: "muted,muted,on,on" } as const;
  return (Object.keys(ready) as (keyof typeof ready)[]).find((name) => ready[name] === states) ?? null;
}
