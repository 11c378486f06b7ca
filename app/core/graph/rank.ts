/**
 * The best k ways, best first, by recursive enumeration (V. Jiménez and A. Marzal, "Computing the K shortest paths: a
 * new algorithm and an experimental comparison", 1999): each node produces its next best completion on demand.
 */

import type { Graph } from "./graph";

export interface RankedWay {
  /** The choices, step by step. */
  readonly way: readonly number[];
  /** Sum over its edges. */
  readonly score: number;
}

/** A completion: an edge, then the `rank`th best completion from there. */
interface Completion {
  readonly edge: number;
  readonly rank: number;
  readonly score: number;
}

/** Completions not yet produced, best on top; ties go to the first in the graph. */
class Heap {
  private readonly items: Completion[] = [];
  push(item: Completion) {
    const { items } = this;
    let index = items.push(item) - 1;
    while (index > 0) {
      const parent = (index - 1) >> 1;
      if (!isBetter(item, items[parent] as Completion)) break;
      items[index] = items[parent] as Completion;
      index = parent;
    }
    items[index] = item;
  }
  pop(): Completion | undefined {
    const { items } = this;
    const top = items[0];
    const last = items.pop();
    if (last === undefined || items.length === 0) return top;
    let index = 0;
    for (;;) {
      let child = 2 * index + 1;
      if (child >= items.length) break;
      if (child + 1 < items.length && isBetter(items[child + 1] as Completion, items[child] as Completion)) child++;
      if (!isBetter(items[child] as Completion, last)) break;
      items[index] = items[child] as Completion;
      index = child;
    }
    items[index] = last;
    return top;
  }
}

function isBetter(a: Completion, b: Completion): boolean {
  if (a.score !== b.score) return a.score > b.score;
  return a.edge !== b.edge ? a.edge < b.edge : a.rank < b.rank;
}

/** Produces ways, best first. `scoreOf` must return a finite number for an edge that leaves `node`. */
export function* rankPaths(graph: Graph, scoreOf: (edge: number, node: number) => number): Generator<RankedWay> {
  const { nodes, order, edgesFrom, edgesTo, edgeNode, edgeLabel, end } = graph;
  const edges = edgeNode.length;
  const weight = new Float64Array(edges);
  // The best completion of each node and its first edge; -Infinity if there is none.
  const best = new Float64Array(nodes).fill(Number.NEGATIVE_INFINITY);
  const bestEdge = new Int32Array(nodes).fill(-1);
  for (let index = order.length - 1; index >= 0; index--) {
    const node = order[index] as number;
    for (let edge = edgesFrom[node] as number; edge < (edgesTo[node] as number); edge++) {
      const next = edgeNode[edge] as number;
      const rest = next === end ? 0 : (best[next] as number);
      if (rest === Number.NEGATIVE_INFINITY) {
        weight[edge] = Number.NaN;
        continue;
      }
      const own = scoreOf(edge, node);
      weight[edge] = own;
      if (own + rest > (best[node] as number)) {
        best[node] = own + rest;
        bestEdge[node] = edge;
      }
    }
  }
  if (order.length === 0 || bestEdge[0] === -1) return;

  const handed = new Map<number, Completion[]>();
  const heaps = new Map<number, Heap>();
  const completionOf = (node: number, rank: number): Completion | null => {
    if (node === end) return rank === 0 ? { edge: -1, rank: 0, score: 0 } : null;
    let list = handed.get(node);
    if (!list) {
      list = [{ edge: bestEdge[node] as number, rank: 0, score: best[node] as number }];
      handed.set(node, list);
    }
    while (list.length <= rank) {
      let heap = heaps.get(node);
      if (!heap) {
        heap = new Heap();
        heaps.set(node, heap);
        for (let edge = edgesFrom[node] as number; edge < (edgesTo[node] as number); edge++) {
          const own = weight[edge] as number;
          if (edge === bestEdge[node] || Number.isNaN(own)) continue;
          const next = edgeNode[edge] as number;
          heap.push({ edge, rank: 0, score: own + (next === end ? 0 : (best[next] as number)) });
        }
      }
      // The last completion produced may be followed by the next best along the same edge.
      const last = list.at(-1) as Completion;
      const further = completionOf(edgeNode[last.edge] as number, last.rank + 1);
      if (further) {
        heap.push({ edge: last.edge, rank: last.rank + 1, score: (weight[last.edge] as number) + further.score });
      }
      const next = heap.pop();
      if (!next) return null;
      list.push(next);
    }
    return list[rank] as Completion;
  };
  for (let rank = 0; ; rank++) {
    const first = completionOf(0, rank);
    if (!first) return;
    const way: number[] = [];
    let node = 0;
    let step: Completion | null = first;
    while (step && step.edge >= 0) {
      way.push(edgeLabel[step.edge] as number);
      node = edgeNode[step.edge] as number;
      step = completionOf(node, step.rank);
    }
    yield { way, score: first.score };
  }
}

/** The first `most` results of a ranking. */
export function takeBest(ranking: Iterable<RankedWay>, most: number): RankedWay[] {
  const found: RankedWay[] = [];
  if (most <= 0) return found;
  for (const ranked of ranking) {
    found.push(ranked);
    if (found.length >= most) break;
  }
  return found;
}
