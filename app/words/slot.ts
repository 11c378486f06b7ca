/** Slots and strokes in a drummer's words. */

import {
  KIT_VOICE_NAMES,
  type KitVoice,
  type Level,
  type Limb,
  partsOf,
  type Silence,
  type Slot,
  type Stroke,
  type Strokes,
  type Technique,
} from "~/core/stroke";

export const LIMB_NAMES: Record<Limb, string> = {
  R: "right hand",
  L: "left hand",
  K: "bass drum",
  H: "hi-hat foot",
};
export const LEVEL_NAMES: Record<Level, string> = { ghost: "ghost", normal: "normal", accent: "accent" };
export const TECHNIQUE_NAMES: Record<Technique, string> = {
  plain: "plain",
  "rim-shot": "rim shot",
  buzz: "buzz",
  choke: "choked",
};
export const GRACE_NAMES = ["no grace", "flam", "drag", "ruff"] as const;

function nameStroke(stroke: Stroke): string {
  const words = [LIMB_NAMES[stroke.limb]];
  if (stroke.level !== "normal" && stroke.technique !== "rim-shot") words.push(LEVEL_NAMES[stroke.level]);
  if (stroke.technique !== "plain") words.push(TECHNIQUE_NAMES[stroke.technique]);
  if (stroke.graces > 0) words.push(GRACE_NAMES[stroke.graces]);
  if (stroke.place) words.push(`on ${KIT_VOICE_NAMES[stroke.place]}`);
  return words.join(" ");
}

function namePart(part: Silence | Strokes): string {
  return part.kind === "silence" ? "silence" : part.strokes.map(nameStroke).join(" with ");
}

/** A name inside a sentence: only its first letter changes, because lower case in a sticking means ghosts. */
export function uncapital(text: string): string {
  return text.slice(0, 1).toLowerCase() + text.slice(1);
}

export function capital(text: string): string {
  return text.slice(0, 1).toUpperCase() + text.slice(1);
}

/** "right hand accent with bass drum"; "divided in 2: left hand, left hand". */
export function describeSlot(slot: Slot): string {
  const parts = partsOf(slot);
  const only = parts[0];
  if (parts.length === 1 && only) return namePart(only);
  return `divided in ${parts.length}: ${parts.map(namePart).join(", ")}`;
}

/** "the snare", "tom 1". */
export function thePlace(place: KitVoice): string {
  const name = KIT_VOICE_NAMES[place];
  return /\d$/.test(name) ? name : `the ${name}`;
}

/** A note that a kit lacks, and its substitute. */
export function describeFold(from: KitVoice, to: KitVoice, strokes: number): string {
  const many = strokes === 1 ? "1 stroke" : `${strokes} strokes`;
  return from === to
    ? `This kit has no ${KIT_VOICE_NAMES[from]} and nothing like it: ${many} play anyway.`
    : `This kit has no ${KIT_VOICE_NAMES[from]}: ${many} ${strokes === 1 ? "plays" : "play"} on ${thePlace(to)}.`;
}
