/** The search in words: counts, rules, errors, and what to relax. */

import type { Loosened, RuleKind, ScorePart, SearchRule, SpecProblem, Who } from "~/core/search";
import type { Level } from "~/core/stroke";
import { formatMeter, type Meter, type Rate } from "~/core/time";
import { listAnd } from "./list";
import { describeNumber, describeRate, describeWindow, formatNumber, plural } from "./time";

export const WHO_NAMES: Record<Who, string> = {
  any: "anyone",
  hand: "a hand",
  foot: "a foot",
  R: "the right hand",
  L: "the left hand",
  K: "the kick",
  H: "the hi-hat foot",
};

const LEVEL_WORDS: Record<Level, string> = { accent: "accented", normal: "at normal level", ghost: "ghosted" };

/** "74,171,001,933,649,540,648,903". */
export function describeCount(count: bigint): string {
  return formatNumber(count);
}

const POWERS = [
  "thousand",
  "million",
  "billion",
  "trillion",
  "quadrillion",
  "quintillion",
  "sextillion",
  "septillion",
  "octillion",
  "nonillion",
  "decillion",
];

/** An approximation of a number too long to grasp: "about 74 sextillion"; "" for a short one. */
export function describeRoughly(count: bigint): string {
  if (count < 1_000_000n) return "";
  const digits = count.toString();
  const power = Math.floor((digits.length - 1) / 3);
  const whole = digits.slice(0, digits.length - 3 * power);
  // Between one million and almost two, the difference matters.
  const lead = whole.length === 1 ? `${whole}.${digits[1]}` : whole;
  const name = POWERS[power - 1];
  return name ? `about ${lead} ${name}` : `about ${digits[0]}.${digits[1]} × 10^${digits.length - 1}`;
}

function range(least: number, most: number | null): string {
  if (most === null) return `at least ${least}`;
  return least === most ? `just ${most}` : least === 0 ? `at most ${most}` : `${least} to ${most}`;
}

/** A rule as a sentence without its full stop. `sayPlace` names the position of a slot. */
export function describeRule<Kind extends RuleKind>(
  rule: SearchRule<Kind>,
  sayPlace: (slot: number) => string,
): string {
  return RULE_WORDS[rule.kind](rule, sayPlace);
}

const RULE_WORDS: {
  readonly [Kind in RuleKind]: (rule: SearchRule<Kind>, sayPlace: (slot: number) => string) => string;
} = {
  starts: ({ who }) => `It starts with ${WHO_NAMES[who]}`,
  ends: ({ who }) => `It ends with ${WHO_NAMES[who]}`,
  "hand-run": ({ most }) => `No hand plays more than ${most} in a row`,
  "foot-run": ({ most }) => (most === 0 ? "No foot plays" : `No foot plays more than ${most} in a row`),
  slot: ({ slot, want: { not, who, level } }, sayPlace) => {
    const how = level ? `, ${LEVEL_WORDS[level]}` : "";
    const where = `On ${sayPlace(slot)}`;
    if (not && who === "any" && !level) return `${where} there is silence`;
    return `${where} there is ${not ? "not " : ""}${WHO_NAMES[who]}${how}`;
  },
  backbeat: () => "A hand keeps the backbeat",
  sizes: ({ sizes, ordered }) => `The sizes are ${sizes.join("-")}${ordered ? "" : " in any order"}`,
  "no-equal-neighbours": () => "No cell twice in a row",
  "on-beat": ({ least, most }) => `Cells that begin on a beat: ${range(least, most)}`,
  lead: ({ lead }) => `The ${lead === "stays" ? "same" : "other"} hand leads each repeat`,
};

/** Why a search is impossible, and what to do. */
export function describeTrouble(problem: SpecProblem | "too-wide"): string {
  if (problem === "too-wide") {
    return "These rules make the search too large. Remove some limits on how often cells are used, or make the space shorter.";
  }
  switch (problem.code) {
    case "empty-pool":
      return "The pool is empty. Add a cell or two, from your book or typed.";
    case "inexact-window":
      return `The space holds ${describeNumber(problem.slots)} notes of this value, and only whole notes can be filled. Choose another note value or another space.`;
    case "too-long":
      return `The space holds ${problem.slots} notes, and the limit is ${problem.most}, four bars of thirty-seconds. Make it shorter or choose a slower note value.`;
    case "too-many-forms":
      return `The pool has ${problem.forms} forms of its cells, and the limit is ${problem.most}. Allow fewer rotations or mirrors.`;
    case "slot-outside":
      return `A rule is about a note outside the space of ${problem.slots} notes. Move it or remove the rule.`;
  }
}

/** One set of rules to relax: "“It ends with a foot” and how often Stairs six is used". */
export function describeLoosened(set: readonly Loosened[], rules: readonly string[], pool: readonly string[]): string {
  const words = set.map((one) =>
    one.kind === "rule"
      ? `“${rules[one.rule] ?? "the band hits"}”`
      : `how often “${pool[one.entry] ?? "a cell"}” is used`,
  );
  return listAnd(words);
}

export const PART_WORDS: Record<
  Exclude<ScorePart, "likeness">,
  { readonly name: string; readonly less: string; readonly more: string; readonly title: string }
> = {
  drift: {
    name: "Against the beat",
    less: "on the beat",
    more: "across it",
    title: "How far from the beat its cells begin",
  },
  variety: {
    name: "Variety",
    less: "same size",
    more: "mixed sizes",
    title: "How often the size changes from cell to cell",
  },
  balance: {
    name: "Balance of the hands",
    less: "one hand",
    more: "balanced",
    title: "How evenly both hands play within each cell",
  },
  ease: {
    name: "Ease at the tempo",
    less: "harder",
    more: "easier",
    title: "How easily your hands and feet play it at this tempo",
  },
  landing: { name: "Landing", less: "any", more: "hands free", title: "Hands that are free for the crash on 1" },
};

interface Asked {
  readonly meter: Meter;
  readonly rate: Rate;
  readonly window: { readonly start: number; readonly length: number };
  readonly cells: number;
  readonly rules: number;
}

/** "4/4, sixteenths, one bar from 1; 5 cells, 3 rules": a summary of a search. */
export function describeSearch({ meter, rate, window, cells, rules }: Asked): string {
  const space = `${describeRate(rate)}, ${describeWindow(window, meter, rate)}`;
  return `${formatMeter(meter)}, ${space}; ${plural(cells, "cell")}, ${plural(rules, "rule")}`;
}
