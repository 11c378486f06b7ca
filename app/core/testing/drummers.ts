/** Simulated drummers with one fault each, and lines for them: for tests and benchmarks. */

import type { Fault, FaultKind } from "../listening/judge";
import type { Drummer } from "../listening/settings";
import type { Limb } from "../stroke/stroke";

/** Lines with hands, feet, ghosts, accents and a kick before hands, at practice tempos. */
export const GHOSTED_LINES: readonly (readonly [line: string, tempo: number])[] = [
  ["@4 >RlrL >RlrK >RlrL >RLKK", 90],
  ["@6 >RlrrLK >RlrrLK >RLrlKK >RLRLRL", 60],
  ["@4 >RlKR >LrKl >RlrK >RLRL", 75],
];

export interface FaultyDrummer {
  readonly fault: string;
  readonly set: Partial<Drummer>;
  /** Whether the fault found is the right one. */
  readonly named: (fault: Fault) => boolean;
}

const isKind =
  (...wanted: FaultKind[]) =>
  ({ kind }: Fault) =>
    wanted.includes(kind);
const isLate = (who: Limb) => (fault: Fault) => fault.kind === "limb-late" && fault.limb === who;

export const FAULTY_DRUMMERS: readonly FaultyDrummer[] = [
  { fault: "unsteady", set: { steadiness: 38 }, named: isKind("unsteady", "uneven-limb") },
  { fault: "rushing", set: { rushing: 0.03 }, named: isKind("rushing") },
  { fault: "dragging", set: { rushing: -0.03 }, named: isKind("dragging") },
  { fault: "weak left hand late", set: { weakLate: 35 }, named: isLate("L") },
  { fault: "weak right hand late", set: { weakHand: "R", weakLate: 35 }, named: isLate("R") },
  { fault: "late feet", set: { feetLate: 40 }, named: isLate("K") },
  { fault: "missed ghosts", set: { missedGhosts: 0.6 }, named: isKind("missed-ghosts") },
  { fault: "flams", set: { flams: 0.25 }, named: isKind("flams") },
  { fault: "flat dynamics", set: { flatness: 0.9 }, named: isKind("ghosts-loud", "accents-weak") },
];
