/** Facts about a cell, in words. */

import { formatSlots } from "~/core/line";
import { bareCell, type Cell, type Kinship, type Meeting, type Move, mirrorCell, type School } from "~/core/moves";
import type { StickingFacts } from "~/core/stroke";
import { describeMove } from "./moves";
import { LIMB_NAMES, uncapital } from "./slot";
import { plural } from "./time";

/** The usual names of a paradiddle's four rotations, by one lead of each. */
const FORM_NAMES: Readonly<Record<string, string>> = {
  RLRRLRLL: "the paradiddle",
  RLLRLRRL: "the inward paradiddle",
  RRLRLLRL: "the reverse paradiddle",
  RLRLLRLR: "the outward paradiddle",
};

/** The usual name of a sticking's form, if it has one: "the inward paradiddle, left lead". */
export function describeForm(cell: Cell): string | null {
  const text = formatSlots(bareCell(cell));
  const mirrored = formatSlots(mirrorCell(bareCell(cell)));
  // Four single strokes are simply singles.
  const isLead = text.length === 4 && text !== "RLRL" && text !== "LRLR";
  const handToHand = (lead: string, other: string) => (isLead ? `${lead}${other}` : lead);
  const right = FORM_NAMES[handToHand(text, mirrored)];
  if (right) return right;
  const left = FORM_NAMES[handToHand(mirrored, text)];
  return left ? `${left}, left lead` : null;
}

/** "start 2 later, mirrored": how a cell derives from a rudiment; empty if it is the rudiment. */
export function describeKinship({ moves, times }: Kinship): string {
  const steps = moves.map((move) => uncapital(describeMove(move).name));
  if (times > 1) steps.push(`${times} times`);
  return steps.join(", then ");
}

/** How two cells of one sticking are related, from first to second: "mirror, then start 2 later". */
export function describeRelation(moves: readonly Move[] | null): string {
  if (moves === null) return "repeated another number of times";
  if (moves.length === 0) return "the same hands and feet";
  return moves.map((move) => uncapital(describeMove(move).name)).join(", then ");
}

/** "2 singles, 1 double" or "no two hand strokes". */
export function describeRuns({ singles, doubles, longer, longestRun }: StickingFacts): string {
  const parts = [];
  if (singles > 0) parts.push(plural(singles, "single"));
  if (doubles > 0) parts.push(plural(doubles, "double"));
  if (longer > 0) parts.push(`${plural(longer, "run")} of up to ${longestRun}`);
  return parts.length > 0 ? parts.join(", ") : "no hand strokes";
}

/** "R 3 · L 2 · K 1". */
export function describeBalance({ strokes }: StickingFacts): string {
  const parts = Object.entries(strokes).filter(([limb, count]) => count > 0 || limb === "R" || limb === "L");
  return parts.map(([limb, count]) => `${limb} ${count}`).join(" · ");
}

export function describeLinear(facts: StickingFacts): string {
  if (Object.values(facts.strokes).every((count) => count === 0)) return "silence only";
  return facts.linear ? "linear: no two limbs at once" : "limbs together";
}

export function describeLeadOf({ leadFlips }: StickingFacts): string {
  if (leadFlips === null) return "only one hand plays";
  return leadFlips
    ? "the last hand is the same as the first: repeats join with two in a row"
    : "hands change over at each repeat";
}

/** "Meet again after 12 slots: hands 3 times, feet 4 times". */
export function describeMeeting({ slots, upperTimes, lowerTimes }: Meeting): string {
  const times = (count: number) => (count === 1 ? "once" : count === 2 ? "twice" : `${count} times`);
  return `They line up again after ${plural(slots, "note")}: hands ${times(upperTimes)}, feet ${times(lowerTimes)}.`;
}

/** Which school a phrase follows, and how far it is from the grid. */
export function describeSchool(school: School | null): string {
  if (!school) return "Only one hand plays, so there is no school to tell.";
  const lead = LIMB_NAMES[school.lead];
  if (school.kind === "grid") return `Hands follow the grid: the ${lead} plays the odd notes of the bar throughout.`;
  return `Hands follow the sticking: ${plural(school.shifted.length, "stroke")} off the grid of the ${lead}.`;
}
