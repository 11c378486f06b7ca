/** Grooves, forms, feel and the backbeat in words. */

import {
  type BackbeatFix,
  type BackbeatState,
  type During,
  type EndingKind,
  type Feel,
  type FeelNote,
  type FootOstinato,
  type FormKind,
  isSwung,
  type LayerState,
  type MixPart,
  type Swing,
} from "~/core/groove";
import type { ClicksOn } from "~/core/pulse";
import type { Limb } from "~/core/stroke";
import { LIMB_NAMES } from "./slot";
import { plural } from "./time";

export const ENDING_WORDS: Record<EndingKind, { readonly name: string; readonly does: string }> = {
  crash: { name: "Crash and kick", does: "on 1, by the hand that is free" },
  stop: { name: "Hard stop", does: "silence from 1 to the end of the bar" },
  straight: { name: "Straight back", does: "the groove simply carries on" },
};

export const DURING_NAMES: Record<During, string> = {
  nothing: "nothing",
  foot: "the hi-hat foot",
  backbeat: "the backbeat",
  groove: "the whole groove",
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
  one: "1 only",
};

export const LAYER_STATE_NAMES: Record<LayerState, string> = { on: "on", soft: "soft", muted: "muted", solo: "solo" };
export const PART_NAMES: Record<MixPart, string> = { groove: "groove", fill: "fill", under: "feet and ostinato" };

/** Named swing ratios, long to short. */
const RATIOS: readonly (readonly [share: number, ratio: string])[] = [
  [1 / 2, "1:1"],
  [4 / 7, "4:3"],
  [3 / 5, "3:2"],
  [2 / 3, "2:1"],
  [5 / 7, "5:2"],
  [3 / 4, "3:1"],
];

/** A share as the ratio of long to short: 2:1, or 1.8:1 if there is no simple one. */
export function describeRatio(share: number): string {
  const found = RATIOS.find(([known]) => Math.abs(known - share) < 0.004);
  return found ? found[1] : `${(share / (1 - share)).toFixed(2)}:1`;
}

export function describeSwing({ unit, share }: Swing): string {
  return `${unit === 2 ? "eighths" : "sixteenths"} swung ${describeRatio(share)}`;
}

/** "straight", or a description of the feel. */
export function describeFeel(feel: Feel): string {
  const parts = isSwung(feel) ? [describeSwing(feel.swing)] : [];
  for (const [limb, by] of Object.entries(feel.push) as [Limb, number][]) {
    if (by !== 0) parts.push(`${LIMB_NAMES[limb]} ${Math.abs(by)} ms ${by > 0 ? "behind" : "ahead"}`);
  }
  return parts.length > 0 ? parts.join(", ") : "straight";
}

const milliseconds = (seconds: number) => `${Math.round(seconds * 1000)} ms`;

export function describeFeelNote(note: FeelNote): string {
  switch (note.kind) {
    case "beside":
      return `The groove swings and the fill doesn't: ${plural(note.strokes, "off-beat stroke")} up to ${milliseconds(note.seconds)} ahead of the groove. Let the fill follow the feel, or write it in triplets.`;
    case "mixed":
      return `This line only works swung: its triplets and its off-beat eighths are ${milliseconds(note.seconds)} apart unless you swing the eighths 2:1.`;
    case "dotted":
      return `This line only works swung: all ${note.pairs} of its pairs are long and short. In a straight feel that sounds stiff. Write plain eighths and swing them.`;
  }
}

export function describeBackbeat(state: BackbeatState): string {
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
      return "no note begins there; another note value would reach it";
    case "empty":
      return "the line ends before it";
  }
}

export function describeBackbeatFix({ kind, hand }: BackbeatFix): string {
  const name = hand === "R" ? "right" : "left";
  switch (kind) {
    case "accent":
      return "Accent it";
    case "to-snare":
      return `Accent the ${name} hand on the snare`;
    case "hand-with":
      return `Add the ${name} hand to the foot`;
    case "hand-for":
      return `Play it with the ${name} hand instead of the foot`;
    case "hand-in":
      return `Add the ${name} hand`;
  }
}

export const FORM_WORDS: Record<FormKind, { readonly name: string; readonly does: string }> = {
  "one-one": { name: "1 + 1", does: "a bar of groove, a bar of fill" },
  "half-half": { name: "½ + ½", does: "half a bar of groove, the rest of it fill" },
  "three-one": { name: "3 + 1", does: "three bars of groove, a bar of fill" },
  "two-two": { name: "2 + 2", does: "two bars of each" },
  "seven-one": { name: "7 + 1", does: "seven bars of groove, a bar of fill" },
  continuous: { name: "All fill", does: "loops without a groove" },
  stops: { name: "Stops", does: "a bar with a hit on 1 only, then the fill" },
};
