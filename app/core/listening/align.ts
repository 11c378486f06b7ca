/**
 * Assigns hits to strokes with the cheapest pairing. Costs: time difference (squared, so that strokes of one limb never
 * cross), another surface or limb, a stroke without a hit, a hit without a stroke. An assignment problem, solved by
 * shortest augmenting paths with potentials (H. W. Kuhn, "The Hungarian method for the assignment problem", 1955; in
 * the form of R. Jonker and A. Volgenant, 1987) over pairs within reach only.
 */

import { type Seconds, seconds } from "../time/time";
import type { Expected } from "./expect";
import { type Hit, isByHand, isElsewhere, isOtherLimb } from "./hit";

export const MISSED_COST = 0.8;
export const EXTRA_COST = 0.8;
const ELSEWHERE_COST = 0.5;
const OTHER_LIMB_COST = 0.5;

export interface Pair {
  readonly expected: Expected;
  readonly hit: Hit;
  /** How late the hit is; negative for early. */
  readonly offset: Seconds;
}

export interface Alignment {
  /** In stroke order. */
  readonly pairs: readonly Pair[];
  readonly missed: readonly Expected[];
  readonly extra: readonly Hit[];
  readonly cost: number;
}

/** The cost of a pair; null if the hit can't be meant for the stroke. */
export function pairCost(expected: Expected, hit: Hit): number | null {
  const off = Math.abs(hit.at - expected.at) / expected.reach;
  if (off > 1) return null;
  const byHand = isByHand(hit);
  const isFoot = expected.limb === "K" || expected.limb === "H";
  // A pedal is never a hand's stroke, whatever its time.
  if (byHand !== null && byHand === isFoot) return null;
  const elsewhere = isElsewhere(hit, expected.place) ? ELSEWHERE_COST : 0;
  return off * off + elsewhere + (isOtherLimb(hit, expected.limb) ? OTHER_LIMB_COST : 0);
}

interface Edge {
  readonly hit: number;
  readonly cost: number;
}

/** The cheapest alignment. Strokes and hits are in order of time. */
export function alignHits(strokes: readonly Expected[], hits: readonly Hit[]): Alignment {
  const edges = listEdges(strokes, hits);
  const hitOf = assign(edges, hits.length);
  const pairs: Pair[] = [];
  const missed: Expected[] = [];
  const used = new Set<number>();
  let cost = 0;
  for (const [index, expected] of strokes.entries()) {
    const number = hitOf[index] as number;
    const hit = hits[number];
    if (!hit) {
      missed.push(expected);
      cost += MISSED_COST;
      continue;
    }
    used.add(number);
    cost += pairCost(expected, hit) ?? 0;
    pairs.push({ expected, hit, offset: seconds(hit.at - expected.at) });
  }
  const extra = hits.filter((_, index) => !used.has(index));
  return { pairs, missed, extra, cost: cost + extra.length * EXTRA_COST };
}

/** Ratios by which a repeat may rush or drag and still be followed. */
const RUSHES = [0, -0.02, 0.02, -0.04, 0.04, -0.06, 0.06, -0.09, 0.09] as const;
/** Cost of following a rush: one stroke's worth per tenth. */
const RUSH_COST = EXTRA_COST * 10;

/**
 * The cheapest alignment over a few tempos: by the end of the bar, a rushing player is nearer to the previous stroke
 * than to their own. Offsets always refer to the written positions.
 */
export function alignRushed(strokes: readonly Expected[], hits: readonly Hit[]): Alignment {
  const start = strokes[0]?.at ?? 0;
  let best: Alignment | null = null;
  let least = Number.POSITIVE_INFINITY;
  for (const rush of RUSHES) {
    const moved =
      rush === 0 ? hits : hits.map((hit) => ({ ...hit, at: seconds(start + (hit.at - start) * (1 + rush)) }));
    const found = alignHits(strokes, moved);
    const cost = found.cost + Math.abs(rush) * RUSH_COST;
    if (cost < least) {
      least = cost;
      best = rush === 0 ? found : moveBack(found, hits, moved);
    }
    // Nothing missed and nothing far off: other tempos can't improve it.
    if (rush === 0 && cost < strokes.length * CLOSE_COST) break;
  }
  return best as Alignment;
}

/** A third of the reach, squared: a stroke this close certainly belongs. */
const CLOSE_COST = 0.1;

function moveBack(found: Alignment, hits: readonly Hit[], moved: readonly Hit[]): Alignment {
  const original = new Map(moved.map((hit, index) => [hit, hits[index] as Hit]));
  const back = (hit: Hit) => original.get(hit) ?? hit;
  return {
    ...found,
    pairs: found.pairs.map(({ expected, hit }) => ({
      expected,
      hit: back(hit),
      offset: seconds(back(hit).at - expected.at),
    })),
    extra: found.extra.map(back),
  };
}

/** The hits within reach of each stroke. */
function listEdges(strokes: readonly Expected[], hits: readonly Hit[]): Edge[][] {
  let from = 0;
  const most = strokes.reduce((reach, stroke) => Math.max(reach, stroke.reach), 0);
  return strokes.map((stroke) => {
    while (from < hits.length && (hits[from] as Hit).at < stroke.at - most) from++;
    const edges: Edge[] = [];
    for (let index = from; index < hits.length && (hits[index] as Hit).at <= stroke.at + stroke.reach; index++) {
      const cost = pairCost(stroke, hits[index] as Hit);
      // A pair saves counting the hit as extra.
      if (cost !== null) edges.push({ hit: index, cost: cost - EXTRA_COST });
    }
    return edges;
  });
}

/** The hit for each stroke, or -1. Columns from `hits` on mean "missed", one per stroke. */
function assign(edges: readonly (readonly Edge[])[], hits: number): Int32Array {
  const rows = edges.map((own, row) => [...own, { hit: hits + row, cost: MISSED_COST }]);
  const rowPotential = rows.map((own) => Math.min(...own.map(({ cost }) => cost)));
  const columnPotential = new Float64Array(hits + rows.length);
  const rowOf = new Int32Array(hits + rows.length).fill(-1);
  const columnOf = new Int32Array(rows.length).fill(-1);
  for (let first = 0; first < rows.length; first++) {
    const distance = new Map<number, number>();
    const cameFrom = new Map<number, number>();
    const settled = new Set<number>();
    let row = first;
    let walked = 0;
    let end = -1;
    while (end < 0) {
      for (const { hit, cost } of rows[row] as readonly Edge[]) {
        if (settled.has(hit)) continue;
        const way = walked + cost - (rowPotential[row] as number) - (columnPotential[hit] as number);
        if (way < (distance.get(hit) ?? Number.POSITIVE_INFINITY)) {
          distance.set(hit, way);
          cameFrom.set(hit, row);
        }
      }
      let nearest = -1;
      walked = Number.POSITIVE_INFINITY;
      for (const [column, way] of distance) {
        if (settled.has(column) || way >= walked) continue;
        walked = way;
        nearest = column;
      }
      if ((rowOf[nearest] as number) < 0) end = nearest;
      else {
        settled.add(nearest);
        row = rowOf[nearest] as number;
      }
    }
    rowPotential[first] = (rowPotential[first] as number) + walked;
    for (const column of settled) {
      const slack = walked - (distance.get(column) as number);
      columnPotential[column] = (columnPotential[column] as number) - slack;
      const owner = rowOf[column] as number;
      rowPotential[owner] = (rowPotential[owner] as number) + slack;
    }
    // Moves each column along the path to the row it was reached from.
    for (let column = end; column >= 0; ) {
      const owner = cameFrom.get(column) as number;
      const before = columnOf[owner] as number;
      rowOf[column] = owner;
      columnOf[owner] = column;
      column = before;
    }
  }
  return columnOf.map((column) => (column < hits ? column : -1));
}
