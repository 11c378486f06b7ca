/** Grooves, forms, feel and the backbeat in words. */

import {
  type BackbeatMend,
  type BackbeatState,
  type ClicksOn,
  type During,
  type EndingKind,
  type Feel,
  type FeelNote,
  type FootOstinato,
  type FormKind,
  isSwung,
  type LayerState,
  type Limb,
  type MixPart,
  type Swing,
} from "~/core";
import { LIMB_NAMES } from "./slot";
import { plural } from "./time";

export const ENDING_WORDS: Record<EndingKind, { readonly name: string; readonly does: string }> = {
  crash: { name: "Crash and kick", does: "on the one, by the hand that is free" },
  stop: { name: "Hard stop", does: "quiet on the one, and for the bar" },
  straight: { name: "Straight back", does: "the groove goes on as if nothing had been" },
};

export const DURING_NAMES: Record<During, string> = {
  nothing: "nothing",
  foot: "its hi-hat foot",
  backbeat: "its backbeat",
};

export const FOOT_NAMES: Record<FootOstinato, string> = {
  none: "what the line says",
  quarters: "every beat",
  "two-and-four": "2 and 4",
  "off-beats": "off-beats",
  eighths: "eighths",
};

export const CLICKS_ON_NAMES: Record<ClicksOn, string> = {
  beat: "every beat",
  backbeat: "2 and 4",
  one: "only one",
};

export const LAYER_STATE_NAMES: Record<LayerState, string> = { on: "on", soft: "soft", muted: "muted", solo: "solo" };
export const PART_NAMES: Record<MixPart, string> = { groove: "groove", fill: "fill", under: "under it" };

/** Shares of a pair that have a name, as ratios of long to short. */
const RATIOS: readonly (readonly [share: number, ratio: string])[] = [
  [1 / 2, "1:1"],
  [4 / 7, "4:3"],
  [3 / 5, "3:2"],
  [2 / 3, "2:1"],
  [5 / 7, "5:2"],
  [3 / 4, "3:1"],
];

/** A share as the ratio of long to short: 2:1, or 1.8:1 where it has no plain one. */
export function sayRatio(share: number): string {
  const found = RATIOS.find(([known]) => Math.abs(known - share) < 0.004);
  return found ? found[1] : `${(share / (1 - share)).toFixed(2)}:1`;
}

export function saySwing({ unit, share }: Swing): string {
  return `${unit === 2 ? "eighths" : "sixteenths"} swung ${sayRatio(share)}`;
}

/** "straight", or how it is not. */
export function sayFeel(feel: Feel): string {
  const parts = isSwung(feel) ? [saySwing(feel.swing)] : [];
  for (const [limb, by] of Object.entries(feel.push) as [Limb, number][]) {
    if (by !== 0) parts.push(`${LIMB_NAMES[limb]} ${Math.abs(by)} ms ${by > 0 ? "behind" : "ahead"}`);
  }
  return parts.length > 0 ? parts.join(", ") : "straight";
}

const milliseconds = (seconds: number) => `${Math.round(seconds * 1000)} ms`;

export function sayFeelNote(note: FeelNote): string {
  switch (note.kind) {
    case "beside":
      return `The groove swings and the fill does not: ${plural(note.strokes, "stroke")} off the beat stand up to ${milliseconds(note.seconds)} before the groove's. Let the fill follow, or write it at a triplet rate.`;
    case "mixed":
      return `This line only works swung: it has triplets and straight off-beat eighths, which miss each other by ${milliseconds(note.seconds)} unless the eighths are swung 2:1.`;
    case "dotted":
      return `This line only works swung: all its pairs are long and short (${note.pairs} of them). In a straight feel it sounds stiff; write plain eighths and swing them.`;
  }
}

export function sayBackbeat(state: BackbeatState): string {
  switch (state) {
    case "kept":
      return "kept: an accent on the snare";
    case "soft":
      return "on the snare, but not accented";
    case "elsewhere":
      return "a hand plays, but not on the snare";
    case "foot":
      return "only a foot plays";
    case "silent":
      return "nothing plays";
    case "between":
      return "no slot begins there: another rate would reach it";
    case "empty":
      return "the line is over before it";
  }
}

export function sayMend({ kind, hand }: BackbeatMend): string {
  const name = hand === "R" ? "right" : "left";
  switch (kind) {
    case "accent":
      return "Accent it";
    case "to-snare":
      return `Accent the ${name} on the snare`;
    case "hand-with":
      return `Add the ${name} with the foot`;
    case "hand-for":
      return `The ${name} in place of the foot`;
    case "hand-in":
      return `Put the ${name} in`;
  }
}

export const FORM_WORDS: Record<FormKind, { readonly name: string; readonly does: string }> = {
  "one-one": { name: "1 + 1", does: "a bar of groove, a bar of fill" },
  "half-half": { name: "½ + ½", does: "half a bar of groove, the rest of it fill" },
  "three-one": { name: "3 + 1", does: "three bars of groove, a bar of fill" },
  "two-two": { name: "2 + 2", does: "two bars of each" },
  "seven-one": { name: "7 + 1", does: "seven bars of groove, a bar of fill" },
  continuous: { name: "All fill", does: "round and round, without a groove" },
  stops: { name: "Stops", does: "a bar struck on one only, then the fill" },
};
