/** Problems of a typed line, in words: what is wrong, and what to do. */

import { PLACE_NAMES, PLACES, type Place, type Problem, type ProblemCode } from "~/core";

export interface ProblemWords {
  /** Where it is, counted from 1 as people count. */
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
    .filter((code): code is Place => PLACES.includes(code as Place))
    .map((code) => `${code} ${PLACE_NAMES[code]}`)
    .join(", ");
}

const SAY: Record<ProblemCode, Say> = {
  "not-a-symbol": (p) => [
    `${quoted(p)} is not part of a stick line.`,
    "Use R and L for the hands, K for the bass drum, H for the hi-hat foot, - for silence.",
  ],
  "foot-letter": (p) => [`${quoted(p)} is not a limb here.`, "Write K for the bass-drum foot or H for the other foot."],
  "mark-without-limb": (p) => [`${quoted(p)} marks no stroke.`, "Put the limb right after it, as in >R or 'L."],
  "accented-ghost": (p) => [
    `${quoted(p)} is accented and a ghost at once.`,
    `Write >${p.options[0]} for an accent or ${p.options[1]} for a ghost.`,
  ],
  "rim-on-foot": (p) => [`A rim shot needs a stick: ${quoted(p)} is a foot.`, `Write >${p.options[0]} for an accent.`],
  "grace-on-foot": (p) => [
    "A foot has no grace notes.",
    `Take the ' away, or share the slot: {${p.options[0]}${p.options[0]}} is two quick kicks.`,
  ],
  "too-many-graces": (p) => [
    `More than ${p.options[0]} grace notes.`,
    "Use ' for a flam, '' for a drag, ''' for a ruff.",
  ],
  "grace-hand-busy": (p) => [
    "The hand that would play the grace note plays its own stroke here.",
    `Take the ' away, or take ${p.options[0]} out of the brackets.`,
  ],
  "limb-twice": (p) => [
    `${p.options[0]} stands twice in one unison.`,
    `A limb plays once at a time. For two quick strokes share the slot: {${p.options[0]}${p.options[0]}}.`,
  ],
  "unknown-place": (p) => [`${quoted(p)} is no surface.`, `After / comes one of: ${places(p.options)}.`],
  "place-for-other-limb": (p) => [
    `${p.options[0]} cannot play ${quoted(p)}.`,
    `For ${p.options[0]} it is one of: ${places(p.options)}.`,
  ],
  unclosed: (p) => [`${quoted(p)} is not closed.`, `Add ${p.options[0]} where it ends.`],
  unopened: (p) => [`${quoted(p)} closes nothing.`, `Take it away, or open with ${p.options[0]} before it.`],
  "nested-split": () => ["A shared slot cannot be shared again.", "Write its parts in one pair of braces: {RLRL}."],
  "empty-brackets": (p) => [`${quoted(p)} holds no stroke.`, "Put strokes between the brackets, or take them away."],
  "split-too-fine": (p) => [`More than ${p.options[0]} parts in one slot.`, "Use a faster rate, such as @8, for this."],
  "split-inexact": (p) => [
    `At @${p.options[0]} a slot cannot be shared like ${quoted(p)} exactly.`,
    p.options.length > 1 ? `It can be shared by ${p.options.slice(1).join(", ")}.` : "Use a slower rate.",
  ],
  "rate-missing": () => [
    "@ needs a rate.",
    "@4 is sixteenths, @3 eighth triplets, @6 sixteenth triplets, @3/2 quarter triplets.",
  ],
  "rate-inexact": (p) => [
    `${quoted(p)} slots a quarter note is not a rate that the clock divides exactly.`,
    p.options.length > 0
      ? `The nearest are @${p.options.join(" and @")}.`
      : "Use 1 to 10, 12, 14, 15, 16 or a fraction such as 3/2.",
  ],
  "count-missing": () => ["x needs a number.", "RLK x3 plays the cell three times."],
  "count-wrong": (p) => [
    `${quoted(p)} is no number of times.`,
    `Use ${p.options[0]} to ${Number(p.options[1]).toLocaleString("en")}.`,
  ],
  "count-without-cell": () => [
    "There is no cell before this x.",
    "Put it after a cell or a bracket: RLK x3, [RLK RL] x2.",
  ],
  "too-deep": (p) => [`Brackets stand more than ${p.options[0]} deep.`, "Write the inner repeats out."],
  "too-long": (p) => [
    `The line plays ${Number(p.found).toLocaleString("en")} slots.`,
    `${Number(p.options[0]).toLocaleString("en")} is the limit: repeat less often.`,
  ],
  "text-too-long": (p) => [
    "The text is too long to be read.",
    `Keep it under ${Number(p.options[0]).toLocaleString("en")} characters. Nothing of it is lost.`,
  ],
};

export function wordProblem(problem: Problem): ProblemWords {
  const [what, remedy] = SAY[problem.code](problem);
  return { column: problem.from + 1, what, remedy };
}
