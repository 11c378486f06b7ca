/** The searches to time, and two twins that solve them in other ways. */

import Logic from "logic-solver";
import { countWays, runToEnd, totalWays } from "../app/core/graph";
import { readCell } from "../app/core/moves";
import {
  buildAutomaton,
  type Compiled,
  compileSearch,
  isProblem,
  type PoolEntry,
  type SearchSpec,
} from "../app/core/search";
import { LIMBS } from "../app/core/stroke";
import { bpm, makeRate, type Rate, slotTicks, ticks } from "../app/core/time";

/** 24 cells of 2 to 9 slots. */
export const MANY_CELLS =
  "RL RK LK RLK RRK LRK RLL RLRR RLLK RLKK LRLL RLRRL LRLLR RLRLK RRLLK RLRRLK RLKRLK RLLRLL LRLLRK RLRRLKK RLRLRKK RLRRLRLL RLLRRLKK RLRLRRLLK".split(
    " ",
  );
/** Few and long, so that all ways can be listed. */
export const FEW_CELLS = "RLRRL LRLLR RLRRLK RLKRLK RLRRLKK RLRLRKK RLRLRRLLK".split(" ");

/** Also short ones: more ways than a general solver could list in an hour. */
export const SOME_CELLS = "RLK LRK RLRR LRLL RLLK RLKK RLRRL LRLLR RLRLK RLRRLK RLKRLK".split(" ");

const THIRTY_SECONDS = makeRate(8) as Rate;
const MAX_IN_ROW = 2;

/** Limits on runs of hands and feet across joins, and a required kick in the middle. */
export function searchProblem(slots: number, cells: readonly string[]): SearchSpec {
  const pool = cells.map(
    (text): PoolEntry => ({ cell: readCell(text) ?? [], mirrors: false, rotations: false, least: 0, most: null }),
  );
  return {
    meter: { beats: 4, unit: 4 },
    rate: THIRTY_SECONDS,
    tempo: bpm(90),
    window: { start: ticks(0), length: ticks(slots * slotTicks(THIRTY_SECONDS)) },
    pool,
    rules: [
      { kind: "hand-run", most: MAX_IN_ROW },
      { kind: "foot-run", most: MAX_IN_ROW },
      { kind: "slot", slot: slots / 2, want: { not: false, who: "K", level: null } },
    ],
  };
}

function compiled(spec: SearchSpec): Compiled {
  const made = compileSearch(spec);
  if (isProblem(made)) throw new Error(made.code);
  return made;
}

export function countByAutomaton(spec: SearchSpec): bigint {
  const automaton = runToEnd(buildAutomaton(compiled(spec)));
  if (!automaton) throw new Error("too many nodes");
  return totalWays(countWays(automaton));
}

/**
 * Whether `next` may follow `before`. Correct if no cell is a single run, as in {@link FEW_CELLS} and {@link
 * SOME_CELLS}.
 */
function mayFollow({ pieces }: Compiled, before: number, next: number): boolean {
  return LIMBS.every((limb) => {
    const [a, b] = [pieces[before]?.runs[limb], pieces[next]?.runs[limb]];
    return !a || !b || a.last + b.first <= MAX_IN_ROW;
  });
}

/** The plain way: one sequence after another. */
export function countByListing(spec: SearchSpec): bigint {
  const ready = compiled(spec);
  const { pieces, slots, fits } = ready;
  const walk = (at: number, before: number): bigint => {
    if (at === slots) return 1n;
    let ways = 0n;
    for (const [index, piece] of pieces.entries()) {
      if (fits[at * pieces.length + index] === 0) continue;
      if (before >= 0 && !mayFollow(ready, before, index)) continue;
      ways += walk(at + piece.size, index);
    }
    return ways;
  };
  return walk(0, -1);
}

/** A general solver: a boolean for each cell at each slot, every slot covered once; solutions one after another. */
export function countBySolver(spec: SearchSpec): bigint {
  const ready = compiled(spec);
  const { pieces, slots, fits } = ready;
  const solver = new Logic.Solver();
  const name = (at: number, index: number) => `${at} ${index}`;
  const covering: string[][] = Array.from({ length: slots }, () => []);
  for (let at = 0; at < slots; at++) {
    for (const [index, piece] of pieces.entries()) {
      if (fits[at * pieces.length + index] === 0) continue;
      for (let slot = at; slot < at + piece.size; slot++) covering[slot]?.push(name(at, index));
      for (const [next] of pieces.entries()) {
        const then = at + piece.size;
        if (then >= slots || fits[then * pieces.length + next] === 0 || mayFollow(ready, index, next)) continue;
        solver.forbid(Logic.and(name(at, index), name(then, next)));
      }
    }
  }
  for (const names of covering) solver.require(Logic.exactlyOne(...names));
  let ways = 0n;
  for (let solution = solver.solve(); solution; solution = solver.solve()) {
    ways++;
    solver.forbid(solution.getFormula());
  }
  return ways;
}
