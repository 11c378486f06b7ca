/** Moves in words: short names, one sentence about each, and why one does nothing. */

import { type AccentRule, type Dynamics, type Move, type Ornament, type Refusal, readRhythm } from "~/core/moves";
import type { Limb } from "~/core/stroke";
import { LIMB_NAMES } from "./slot";
import { formatNumber } from "./time";

export interface MoveWords {
  readonly name: string;
  /** What it does, without capital or full stop: "lefts become kicks". */
  readonly does: string;
}

const STROKES_OF: Record<Limb, string> = { R: "rights", L: "lefts", K: "kicks", H: "hi-hat foot notes" };
const STROKE_OF: Record<Limb, string> = { R: "right", L: "left", K: "kick", H: "hi-hat foot" };

function capital(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}

/** 1st, 2nd, 3rd, 11th. */
export function ordinal(number: number): string {
  const teen = Math.floor(number / 10) % 10 === 1;
  const end = teen ? "th" : (["th", "st", "nd", "rd"][number % 10] ?? "th");
  return `${number}${end}`;
}

const EXTENSION_WORDS: Record<Extract<Move, { kind: "extend" }>["by"], MoveWords> = {
  kick: { name: "Add a kick", does: "adds a kick at the end: one note longer" },
  "two-kicks": { name: "Add two kicks", does: "adds two kicks at the end: two notes longer" },
  "quick-kicks": { name: "Add a double kick", does: "adds two quick kicks in the time of one note" },
  hand: { name: "Add a hand", does: "adds the hand that comes next: one note longer" },
  gap: { name: "Add a rest", does: "adds a rest at the end: one note longer" },
};

const ORNAMENT_WORDS: Record<Ornament, readonly [verb: string, noun: string]> = {
  flam: ["Flam", "a flam"],
  drag: ["Drag", "a drag"],
  ruff: ["Ruff", "a ruff"],
  "rim-shot": ["Rim-shot", "a rim shot"],
  buzz: ["Buzz", "a buzz stroke"],
};

const DYNAMICS_WORDS: Record<Dynamics, MoveWords> = {
  even: { name: "All even", does: "every stroke is played at the same level" },
  "ghost-rest": { name: "Ghost the rest", does: "keeps the accents and turns all other hand strokes into ghosts" },
  "lead-out": {
    name: "First note loud",
    does: "accents the first stroke and turns the other hand strokes into ghosts",
  },
  "singles-out": { name: "Singles loud, doubles soft", does: "singles are accented, doubles are ghosts" },
  "right-out": { name: "Right loud, left soft", does: "rights are accented, lefts are ghosts" },
  "left-out": { name: "Left loud, right soft", does: "lefts are accented, rights are ghosts" },
  swell: { name: "Swell", does: "grows from ghosts to accents" },
  fade: { name: "Fade", does: "fades from accents to ghosts" },
};

function wordAccent(rule: AccentRule): MoveWords {
  switch (rule.by) {
    case "place":
      return {
        name: `Accent note ${rule.place + 1}`,
        does: `puts the only accent on note ${rule.place + 1}`,
      };
    case "every":
      return {
        name: `Accent every ${ordinal(rule.every)}`,
        does: `accents every ${ordinal(rule.every)} note from the first`,
      };
    case "singles":
      return { name: "Accent the singles", does: "accents only the single strokes" };
    case "doubles":
      return { name: "Accent the doubles", does: "accents the first stroke of each double" };
    case "rhythm": {
      const rhythm = readRhythm(rule.rhythm);
      return {
        name: rhythm ? `Accent ${rhythm}` : "Accent a rhythm",
        does: rhythm ? `accents the hits of ${rhythm}` : "accents the hits of a rhythm",
      };
    }
  }
}

/** A cell's text, shortened to fit a sentence. */
function short(text: string): string {
  return text.length > 14 ? `${text.slice(0, 13)}…` : text;
}

function listPlaces(places: readonly number[]): string {
  return short(places.map((place) => place + 1).join(", "));
}

export function describeMove(move: Move): MoveWords {
  switch (move.kind) {
    case "rotate": {
      const by = Math.abs(move.by);
      const notes = by === 1 ? "note" : `${by} notes`;
      return move.by >= 0
        ? { name: `Start ${by} later`, does: `moves the first ${notes} to the end` }
        : { name: `Start ${by} earlier`, does: `moves the last ${notes} to the front` };
    }
    case "mirror":
      return { name: "Mirror", does: "swaps right and left, so the other hand leads" };
    case "reverse":
      return { name: "Backwards", does: "plays it from the end to the beginning" };
    case "alternate":
      return { name: "Hand to hand", does: "repeats it with the other hand leading: twice as long" };
    case "replace":
      return {
        name: `${capital(STROKES_OF[move.limb])} to ${STROKES_OF[move.by]}`,
        does: `${STROKES_OF[move.limb]} become ${STROKES_OF[move.by]}`,
      };
    case "double":
      return {
        name: `${capital(STROKE_OF[move.with])} with ${STROKES_OF[move.limb]}`,
        does: `adds a ${STROKE_OF[move.with]} to every ${STROKE_OF[move.limb]}`,
      };
    case "feet": {
      const strong = move.strong === "R" ? "rights" : "lefts";
      const other = move.strong === "R" ? "lefts" : "rights";
      return move.pedals === "hi-hat"
        ? { name: "On the feet", does: `${strong} go to the bass drum, ${other} to the hi-hat foot` }
        : { name: "On two pedals", does: `${strong} go to the bass drum, ${other} to the second pedal` };
    }
    case "grid":
      return {
        name: `Hands follow the grid, ${LIMB_NAMES[move.lead].replace(" hand", "")} first`,
        does: `alternates the hands note by note, with the ${LIMB_NAMES[move.lead]} on the odd ones; kicks and rests stay`,
      };
    case "extend":
      return EXTENSION_WORDS[move.by];
    case "shorten":
      return { name: `Drop the ${move.end}`, does: `removes the ${move.end} note: one note shorter` };
    case "glue":
      return { name: `Then ${short(move.cell)}`, does: `plays ${short(move.cell)} after it` };
    case "layer": {
      const speed = { half: "at half speed", same: "at the same speed", double: "at double speed" }[move.speed];
      return {
        name: `Over ${short(move.cell)}`,
        does: `puts ${short(move.cell)} on ${move.pedals === "two-bass" ? "two pedals" : "the feet"} under it ${speed}, until both line up again`,
      };
    }
    case "silence":
      return { name: `Silence note ${move.place + 1}`, does: `turns note ${move.place + 1} into a rest` };
    case "quieten": {
      const which =
        move.places === null ? "the cell" : `note${move.places.length > 1 ? "s" : ""} ${listPlaces(move.places)}`;
      return move.to === "silence"
        ? { name: `Silence ${which}`, does: `turns ${which} into silence` }
        : { name: `Ghost ${which}`, does: `turns the hand strokes of ${which} into ghost notes` };
    }
    case "thin":
      return { name: `Rest every ${ordinal(move.every)}`, does: `turns every ${ordinal(move.every)} note into a rest` };
    case "fill":
      return move.limb === null
        ? {
            name: `${capital(STROKES_OF[move.with])} in the gaps`,
            does: `turns every rest into a ${STROKE_OF[move.with]}`,
          }
        : {
            name: `${capital(STROKES_OF[move.with])} where ${STROKES_OF[move.limb]} rest`,
            does: `adds a ${STROKE_OF[move.with]} wherever the ${LIMB_NAMES[move.limb]} rests`,
          };
    case "split-doubles":
      return { name: "Split the doubles", does: "puts the other hand between the two strokes of each double" };
    case "decorate": {
      const [verb, noun] = ORNAMENT_WORDS[move.ornament];
      const on = move.on === "first" ? "first" : "accents";
      return {
        name: `${verb} the ${on}`,
        does: `puts ${noun} on ${move.on === "first" ? "the first stroke" : "every accent"}`,
      };
    }
    case "accent":
      return wordAccent(move.rule);
    case "dynamics":
      return DYNAMICS_WORDS[move.preset];
  }
}

/** Why a move does nothing here, for its button. */
export function describeRefusal(why: Refusal): string {
  switch (why.code) {
    case "empty":
      return "It has no strokes.";
    case "same":
      return "It would change nothing.";
    case "no-limb":
      return `It has no ${STROKES_OF[why.limb]}.`;
    case "no-hand":
      return "No hand plays in it.";
    case "no-gap":
      return why.limb === null ? "It has no rest to fill." : `The ${LIMB_NAMES[why.limb]} never rests in it.`;
    case "silent":
      return "There is no note there.";
    case "no-double":
      return "It has no double.";
    case "no-single":
      return "It has no single.";
    case "no-accent":
      return "It has no accent.";
    case "first-not-hand":
      return "Its first stroke is on a foot.";
    case "hand-busy":
      return "Both hands play there, so neither is free for the grace note.";
    case "too-short":
      return `It needs at least ${why.slots} notes.`;
    case "too-long":
      return `It would have more than ${formatNumber(why.most)} notes.`;
    case "too-fine":
      return `A note would have more than ${why.most} parts.`;
    case "unreadable":
      return "Choose a cell for it first.";
    case "no-rhythm":
      return "Type the rhythm as x and -, or as groups such as 332.";
  }
}

/** Commands of moves whose names depend on their settings. */
export const KEY_WORDS: Readonly<Record<string, string>> = {
  silence: "Silence the chosen note",
  thin: "Rest every nth",
  "accent-place": "Accent the chosen note",
  "accent-every": "Accent every nth",
  glue: "Another cell after it",
  layer: "Another cell on the feet under it",
  "layer-self": "The cell on the feet under itself",
  "silence-notes": "Silence the cell, or these notes",
  "ghost-notes": "Ghost the cell, or these notes",
  "weak-to-kick": "Other hand to kicks",
  "strong-to-kick": "Leading hand to kicks",
  "weak-to-foot": "Other hand to the hi-hat foot",
  "kick-to-weak": "Kicks to the other hand",
  "kick-with-strong": "Kick with the leading hand",
  "kick-with-weak": "Kick with the other hand",
  "strong-with-kick": "Leading hand with kicks",
  grid: "Hands follow the grid, leading hand first",
  "grid-other": "Hands follow the grid, other hand first",
  "fill-strong": "Kicks where the leading hand rests",
  "fill-weak": "Kicks where the other hand rests",
  "strong-out": "Leading hand loud, other hand soft",
  "weak-out": "Other hand loud, leading hand soft",
};
