/** Improvising between ideas, in words. */

import type { FlowLoosened, LeadRule, PathRule, RoundTrouble } from "~/core/flow";
import type { OrchestrationProblem } from "~/core/orchestration-search";
import { describeBpm } from "./ceiling";
import { listAnd } from "./list";
import { plural } from "./time";

export const LEAD_WORDS: Record<LeadRule, string> = {
  written: "as each idea is written",
  same: "the leading hand, every time",
  alternate: "the hand that is free",
};

export const PATH_WORDS: Record<PathRule, string> = {
  kept: "as it is",
  versions: "one of its orchestrations, at random",
  anew: "a new path each time",
};

const THING = (names: readonly string[], idea: number) => `“${names[idea] ?? "an idea"}”`;

/** Why nothing can be drawn, and what to do. */
export function describeFlowTrouble(trouble: RoundTrouble, names: readonly string[]): string {
  switch (trouble.code) {
    case "few-ideas":
      return trouble.ideas === 0
        ? "Add two ideas or more: cells, rudiments or fills of different lengths."
        : "One idea leaves nothing to choose. Add another one, best of a different length.";
    case "short-idea":
      return `${THING(names, trouble.idea)} is too short to be called in time. Make it at least a quarter of a beat long, or choose a slower note value.`;
    case "long-idea":
      return `${THING(names, trouble.idea)} is longer than the bars it has to fit into. Give it more bars, or a faster note value.`;
    case "meet-outside":
      return "The lick you have to meet lies outside these bars. Move it to an earlier bar, or add bars.";
    case "too-wide":
      return "There are too many ways to keep count of. Use fewer bars, or drop a “least” or “most”.";
    case "no-ways":
      return "These ideas don't add up to these bars.";
  }
}

function describeRule(rule: FlowLoosened, names: readonly string[]): string {
  switch (rule.kind) {
    case "in-row":
      return "the limit on how often an idea comes in a row";
    case "lead":
      return "the rule for the leading hand";
    case "ends-free":
      return "the free hand at the end";
    case "meet":
      return "the lick to meet";
    case "least":
      return `the least number of times for ${THING(names, rule.idea)}`;
    case "most":
      return `the maximum number of times for ${THING(names, rule.idea)}`;
  }
}

/** Which rule to relax if there is no way. */
export function describeFlowLoosened(
  sets: readonly (readonly FlowLoosened[])[] | null,
  bars: readonly number[],
  names: readonly string[],
): string[] {
  const said: string[] = [];
  if (sets === null) said.push("More than three rules stand in the way together. Reset a few of them.");
  else if (sets.length > 0) {
    const ways = sets.slice(0, 3).map((set) => listAnd(set.map((rule) => describeRule(rule, names))));
    said.push(`It would work without ${ways.join(", or without ")}.`);
  } else if (bars.length === 0) said.push("Their lengths don't add up to any number of bars. Add a shorter idea.");
  if (bars.length > 0) said.push(`It works over ${listAnd(bars.slice(0, 3).map((count) => plural(count, "bar")))}.`);
  return said;
}

/** Why no new path could be drawn; the round is played as written. */
export function describePathProblem(problem: OrchestrationProblem): string {
  switch (problem.code) {
    case "too-long":
      return `New paths work for up to ${problem.most} hand strokes a round; this one has ${problem.strokes}. Use fewer bars.`;
    case "too-fast":
      return `No new path can be played at this tempo: the sticking itself stops at ${describeBpm(problem.ceiling.bpm)}.`;
    case "no-surfaces":
      return "No other path can be played at this tempo, so the ideas stay where they are.";
    case "no-strokes":
      return "There are no hand strokes to move.";
  }
}

/** "Five, three times". */
export function describeCall(name: string, times: number): string {
  return times === 1 ? name : `${name}, ${TIMES[times] ?? `${times} times`}`;
}
const TIMES: Readonly<Record<number, string>> = { 2: "twice", 3: "three times", 4: "four times", 5: "five times" };

/** The countdown: "Ideas in 3", "Home in 2". */
export function describeLeft(phase: "time" | "ideas" | "answer" | "closing", beats: number): string {
  switch (phase) {
    case "time":
      return `ideas in ${beats}`;
    case "ideas":
      return `home in ${beats}`;
    case "answer":
      return `your turn in ${beats}`;
    case "closing":
      return "home";
  }
}

/** Letters for ideas without room for a name: A, B, C. */
export function letterOf(idea: number): string {
  return String.fromCharCode(65 + idea);
}

export const PHASE_WORDS = {
  time: "Play time",
  ideas: "Your ideas",
  answer: "The demo drummer answers",
  closing: "Home",
} as const;
