/** The search that is timed: 24 cells of 2 to 9 slots, runs of hands and feet bounded over joins, a hit that must be there. */

import { bpm, makeRate, type PoolEntry, type Rate, readCell, type SearchSpec, slotTicks, ticks } from "../app/core";

const CELLS = [
  "RL", "RK", "LK", "RLK", "RRK", "LRK", "RLL", "RLRR", "RLLK", "RLKK", "LRLL", "RLRRL", "LRLLR", "RLRLK", "RRLLK", "RLRRLK",
  "RLKRLK", "RLLRLL", "LRLLRK", "RLRRLKK", "RLRLRKK", "RLRRLRLL", "RLLRRLKK", "RLRLRRLLK",
]; // biome-ignore format: one list

const EIGHTH_OF_QUARTER = makeRate(8) as Rate;

export function searchProblem(slots: number, cells = CELLS.length): SearchSpec {
  const pool = CELLS.slice(0, cells).map(
    (text): PoolEntry => ({ cell: readCell(text) ?? [], mirrors: false, rotations: false, least: 0, most: null }),
  );
  return {
    meter: { beats: 4, unit: 4 },
    rate: EIGHTH_OF_QUARTER,
    tempo: bpm(90),
    window: { start: ticks(0), length: ticks(slots * slotTicks(EIGHTH_OF_QUARTER)) },
    pool,
    rules: [
      { kind: "hand-run", most: 2 },
      { kind: "foot-run", most: 2 },
      { kind: "slot", slot: slots / 2, want: { not: false, who: "K", level: null } },
    ],
  };
}
