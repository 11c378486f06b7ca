/** Moves in words: their short names, what each does in one sentence, and why one does nothing. */

import { type AccentRule, type Dynamics, type Limb, type Move, type Ornament, type Refusal, readRhythm } from "~/core";
import { LIMB_NAMES } from "./slot";

export interface MoveWords {
  readonly name: string;
  /** What it does, without a capital or a full stop: "lefts become kicks". */
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
  kick: { name: "Add a kick", does: "a kick comes at the end: one slot longer" },
  "two-kicks": { name: "Add two kicks", does: "two kicks come at the end: two slots longer" },
  "quick-kicks": { name: "Add a double kick", does: "two quick kicks share one slot at the end" },
  hand: { name: "Add a hand", does: "the hand that comes next is added: one slot longer" },
  gap: { name: "Add a rest", does: "a silence comes at the end: one slot longer" },
};

const ORNAMENT_WORDS: Record<Ornament, readonly [verb: string, noun: string]> = {
  flam: ["Flam", "a flam"],
  drag: ["Drag", "a drag"],
  ruff: ["Ruff", "a ruff"],
  "rim-shot": ["Rim-shot", "a rim shot"],
};

const DYNAMICS_WORDS: Record<Dynamics, MoveWords> = {
  even: { name: "All even", does: "every stroke is played at the same level" },
  "ghost-rest": { name: "Ghost the rest", does: "accents stay, all other hand strokes become ghosts" },
  "lead-out": { name: "First note out", does: "the first stroke is accented, the other hand strokes are ghosts" },
  "singles-out": { name: "Singles out, doubles soft", does: "singles are accented, doubles are ghosts" },
  "right-out": { name: "Right out, left soft", does: "rights are accented, lefts are ghosts" },
  "left-out": { name: "Left out, right soft", does: "lefts are accented, rights are ghosts" },
  swell: { name: "Swell", does: "it grows from ghosts through normal to accents" },
  fade: { name: "Fade", does: "it sinks from accents through normal to ghosts" },
};

function wordAccent(rule: AccentRule): MoveWords {
  switch (rule.by) {
    case "place":
      return {
        name: `Accent note ${rule.place + 1}`,
        does: `the accent goes to note ${rule.place + 1} and leaves all others`,
      };
    case "every":
      return {
        name: `Accent every ${ordinal(rule.every)}`,
        does: `accents go to every ${ordinal(rule.every)} slot from the first`,
      };
    case "singles":
      return { name: "Accent the singles", does: "accents go to the single strokes only" };
    case "doubles":
      return { name: "Accent the doubles", does: "accents go to the first stroke of each double" };
    case "rhythm": {
      const rhythm = readRhythm(rule.rhythm);
      return {
        name: rhythm ? `Accents ${rhythm}` : "Accents on a rhythm",
        does: rhythm ? `accents fall where ${rhythm} has its hits` : "accents fall on the hits of a rhythm",
      };
    }
  }
}

/** The text of a cell, cut where a sentence would not bear it. */
function short(text: string): string {
  return text.length > 14 ? `${text.slice(0, 13)}…` : text;
}

export function wordMove(move: Move): MoveWords {
  switch (move.kind) {
    case "rotate": {
      const by = Math.abs(move.by);
      const notes = by === 1 ? "note" : `${by} notes`;
      return move.by >= 0
        ? { name: `Start ${by} later`, does: `the first ${notes} ${by === 1 ? "goes" : "go"} to the end` }
        : { name: `Start ${by} earlier`, does: `the last ${notes} ${by === 1 ? "comes" : "come"} first` };
    }
    case "mirror":
      return { name: "Mirror", does: "rights and lefts change over: the other hand leads" };
    case "reverse":
      return { name: "Backwards", does: "it is played from its end to its beginning" };
    case "alternate":
      return { name: "Hand to hand", does: "it comes again, led by the other hand: twice as long" };
    case "replace":
      return {
        name: `${capital(STROKES_OF[move.limb])} to ${STROKES_OF[move.by]}`,
        does: `${STROKES_OF[move.limb]} become ${STROKES_OF[move.by]}`,
      };
    case "double":
      return {
        name: `${capital(STROKE_OF[move.with])} with ${STROKES_OF[move.limb]}`,
        does: `every ${STROKE_OF[move.limb]} has a ${STROKE_OF[move.with]} with it`,
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
        name: `Grid-led, ${LIMB_NAMES[move.lead].replace(" hand", "")} first`,
        does: `hands alternate with the slots, ${LIMB_NAMES[move.lead]} on the odd ones; kicks and silences stay`,
      };
    case "extend":
      return EXTENSION_WORDS[move.by];
    case "shorten":
      return { name: `Drop the ${move.end}`, does: `the ${move.end} slot goes: one shorter` };
    case "glue":
      return { name: `Then ${short(move.cell)}`, does: `${short(move.cell)} follows it` };
    case "layer": {
      const speed = { half: "at half speed", same: "at the same speed", double: "at double speed" }[move.speed];
      return {
        name: `Over ${short(move.cell)}`,
        does: `${short(move.cell)} goes on the feet under it ${speed}, until both meet again`,
      };
    }
    case "silence":
      return { name: `Silence note ${move.place + 1}`, does: `slot ${move.place + 1} becomes a silence` };
    case "thin":
      return { name: `Rest every ${ordinal(move.every)}`, does: `every ${ordinal(move.every)} slot becomes a silence` };
    case "fill":
      return move.limb === null
        ? {
            name: `${capital(STROKES_OF[move.with])} in the gaps`,
            does: `every silence becomes a ${STROKE_OF[move.with]}`,
          }
        : {
            name: `${capital(STROKES_OF[move.with])} where ${STROKES_OF[move.limb]} rest`,
            does: `a ${STROKE_OF[move.with]} joins wherever the ${LIMB_NAMES[move.limb]} rests`,
          };
    case "split-doubles":
      return { name: "Split the doubles", does: "the other hand goes between the two of each double" };
    case "decorate": {
      const [verb, noun] = ORNAMENT_WORDS[move.ornament];
      const on = move.on === "first" ? "first" : "accents";
      return {
        name: `${verb} the ${on}`,
        does: `${noun} goes on ${move.on === "first" ? "the first stroke" : "every accent"}`,
      };
    }
    case "accent":
      return wordAccent(move.rule);
    case "dynamics":
      return DYNAMICS_WORDS[move.preset];
  }
}

/** Why a move does nothing here, for its button. */
export function wordRefusal(why: Refusal): string {
  switch (why.code) {
    case "empty":
      return "There is no stroke in it.";
    case "same":
      return "It would stay as it is.";
    case "no-limb":
      return `It has no ${STROKES_OF[why.limb]}.`;
    case "no-hand":
      return "No hand plays in it.";
    case "no-gap":
      return why.limb === null ? "It has no silence to fill." : `The ${LIMB_NAMES[why.limb]} never rests in it.`;
    case "silent":
      return "Nothing sounds there.";
    case "no-double":
      return "It has no double.";
    case "no-single":
      return "It has no single.";
    case "no-accent":
      return "It has no accent.";
    case "first-not-hand":
      return "Its first stroke is a foot's.";
    case "hand-busy":
      return "Both hands play there: none is free for the grace note.";
    case "too-short":
      return `It needs ${why.slots} slots or more.`;
    case "too-long":
      return `It would have more than ${why.most.toLocaleString("en")} slots.`;
    case "too-fine":
      return `A slot would need more than ${why.most} parts.`;
    case "unreadable":
      return "Choose a cell for it first.";
    case "no-rhythm":
      return "Type the rhythm as x and -, or as groups such as 332.";
  }
}
