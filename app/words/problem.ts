/** Problems of a typed line, in words: what is wrong, and what to do. */

import type { Problem, ProblemCode } from "~/core/line";
import { KIT_VOICE_NAMES, KIT_VOICES, type KitVoice } from "~/core/stroke";
import { formatNumber } from "./time";

export interface ProblemWords {
  /** The position, counted from 1. */
  readonly column: number;
  readonly what: string;
  readonly remedy: string;
}

type Say = (problem: Problem) => readonly [what: string, remedy: string];

function quoted(problem: Problem): string {
  const short = problem.found.length > 16 ? `${problem.found.slice(0, 15)}…` : problem.found;
  return `“${short}”`;
}

function places(codes: readonly string[]): string {
  return codes
    .filter((code): code is KitVoice => KIT_VOICES.includes(code as KitVoice))
    .map((code) => `${code} ${KIT_VOICE_NAMES[code]}`)
    .join(", ");
}

const SAY: Record<ProblemCode, Say> = {
  "not-a-symbol": (p) => [
    `${quoted(p)} isn't part of a stick line.`,
    "Use R and L for the hands, K for the bass drum, H for the hi-hat foot, - for silence.",
  ],
  "foot-letter": (p) => [
    `${quoted(p)} isn't a hand or foot.`,
    "Write K for the bass-drum foot or H for the other foot.",
  ],
  "mark-without-limb": (p) => [
    `${quoted(p)} has no stroke after it.`,
    "Put the hand or foot right after it, as in >R or 'L.",
  ],
  "accented-ghost": (p) => [
    `${quoted(p)} is both an accent and a ghost.`,
    `Write >${p.options[0]} for an accent or ${p.options[1]} for a ghost.`,
  ],
  "rim-on-foot": (p) => [`A rim shot needs a stick: ${quoted(p)} is a foot.`, `Write >${p.options[0]} for an accent.`],
  "rim-on-metal": (p) => [
    `A rim shot needs a drum: ${quoted(p)} is played as an accent.`,
    `>${p.options[0]} says the same.`,
  ],
  "buzz-on-foot": (p) => [
    `A buzz needs a stick: ${quoted(p)} is a foot.`,
    `Write {${p.options[0]}${p.options[0]}} for two quick kicks.`,
  ],
  "buzz-on-rim": (p) => [
    "A cross-stick lies on the head and can't buzz.",
    `Write ~${p.options[0]} for a buzz on the snare.`,
  ],
  "choke-of-drum": (p) => [
    `Only a cymbal can be choked, and it has to be named: ${quoted(p)} names none.`,
    `Write =${p.options[0]}/c1 for the crash, or c2, ch, sp or rd after the /.`,
  ],
  "two-techniques": (p) => [`${quoted(p)} has more than one of ! rim shot, ~ buzz and = choke.`, "Keep one of them."],
  "swell-without-run": () => ["< has no bracket after it.", "Put what grows louder in square brackets: <[RLRL RLRL]."],
  "swell-too-short": (p) => [
    `${quoted(p)} has fewer than two strokes to grow louder or softer over.`,
    "Put at least two strokes in the brackets, or remove the mark before them.",
  ],
  "swell-in-swell": () => [
    "A crescendo or diminuendo can't go inside another one.",
    "Close the first bracket before the next one begins.",
  ],
  "grace-on-foot": (p) => [
    "A foot can't play grace notes.",
    `Remove the ', or write {${p.options[0]}${p.options[0]}} for two quick kicks.`,
  ],
  "too-many-graces": (p) => [
    `More than ${p.options[0]} grace notes.`,
    "Use ' for a flam, '' for a drag, ''' for a ruff.",
  ],
  "grace-hand-busy": (p) => [
    "The hand for the grace note already plays a stroke here.",
    `Remove the ', or take ${p.options[0]} out of the brackets.`,
  ],
  "limb-twice": (p) => [
    `${p.options[0]} is there twice at the same time.`,
    `For two quick strokes write {${p.options[0]}${p.options[0]}}.`,
  ],
  "unknown-place": (p) => [`${quoted(p)} isn't a drum or cymbal.`, `After / write one of: ${places(p.options)}.`],
  "place-for-other-limb": (p) => [
    `${p.options[0]} can't play ${quoted(p)}.`,
    `For ${p.options[0]} write one of: ${places(p.options)}.`,
  ],
  unclosed: (p) => [`${quoted(p)} is not closed.`, `Add ${p.options[0]} where it ends.`],
  unopened: (p) => [`${quoted(p)} closes nothing.`, `Remove it, or open with ${p.options[0]} before it.`],
  "nested-split": () => ["Braces can't go inside braces.", "Write all parts in one pair: {RLRL}."],
  "empty-brackets": (p) => [`${quoted(p)} holds no stroke.`, "Put strokes between the brackets, or remove them."],
  "split-too-fine": (p) => [
    `More than ${p.options[0]} parts in one pair of braces.`,
    "Use a faster note value, such as @8.",
  ],
  "split-inexact": (p) => [
    `${quoted(p)} doesn't divide a note of @${p.options[0]} exactly.`,
    p.options.length > 1 ? `You can divide it by ${p.options.slice(1).join(", ")}.` : "Use a slower note value.",
  ],
  "rate-missing": () => [
    "@ needs a number.",
    "@4 is sixteenths, @3 eighth triplets, @6 sixteenth triplets, @3/2 quarter triplets.",
  ],
  "rate-inexact": (p) => [
    `${quoted(p)} notes to the quarter can't be divided exactly.`,
    p.options.length > 0
      ? `The nearest are @${p.options.join(" and @")}.`
      : "Use 1 to 10, 12, 14, 15, 16 or a fraction such as 3/2.",
  ],
  "count-missing": () => ["x needs a number.", "RLK x3 plays the cell three times."],
  "count-wrong": (p) => [
    `${quoted(p)} isn't a number of repeats.`,
    `Use ${p.options[0]} to ${formatNumber(Number(p.options[1]))}.`,
  ],
  "count-without-cell": () => [
    "There is no cell before this x.",
    "Put it after a cell or a bracket: RLK x3, [RLK RL] x2.",
  ],
  "too-deep": (p) => [`Brackets are more than ${p.options[0]} deep.`, "Write out the inner repeats."],
  "too-long": (p) => [
    `The line plays ${formatNumber(Number(p.found))} notes.`,
    `${formatNumber(Number(p.options[0]))} is the limit. Use fewer repeats.`,
  ],
  "text-too-long": (p) => [
    "The text is too long to read.",
    `Keep it under ${formatNumber(Number(p.options[0]))} characters. Your text is still there.`,
  ],
};

export function describeProblem(problem: Problem): ProblemWords {
  const [what, remedy] = SAY[problem.code](problem);
  return { column: problem.from + 1, what, remedy };
}
