/** The exact number of ways, and uniform draws. */

import type { Graph } from "./graph";

/**
 * Number of ways from each node to the end. Numbers while exact, BigInt beyond: small additions are many times faster.
 */
export interface Counts {
  readonly graph: Graph;
  /** The weight of each edge; null if all are 1. */
  readonly weights: ArrayLike<number> | null;
  readonly small: Float64Array;
  readonly large: readonly (bigint | undefined)[];
}

const SAFE = 2 ** 52;

/**
 * Counts the ways. With `weights` (an integer from 1 per edge), a way counts as the product of its edges' weights, and
 * draws follow that.
 */
export function countWays(graph: Graph, weights: ArrayLike<number> | null = null): Counts {
  const { nodes, order, edgesFrom, edgesTo, edgeNode, end } = graph;
  const small = new Float64Array(nodes);
  const large: (bigint | undefined)[] = new Array(nodes);
  for (let index = order.length - 1; index >= 0; index--) {
    const node = order[index] as number;
    let sum = 0;
    let rest = 0n;
    for (let edge = edgesFrom[node] as number; edge < (edgesTo[node] as number); edge++) {
      const next = edgeNode[edge] as number;
      const weight = weights ? (weights[edge] as number) : 1;
      const big = next === end ? undefined : large[next];
      if (big !== undefined) rest += weight === 1 ? big : big * BigInt(weight);
      else {
        const ways = next === end ? 1 : (small[next] as number);
        if (ways * weight <= SAFE) sum += ways * weight;
        else rest += BigInt(ways) * BigInt(weight);
      }
      if (sum > SAFE) {
        rest += BigInt(sum);
        sum = 0;
      }
    }
    if (rest === 0n) small[node] = sum;
    else large[node] = rest + BigInt(sum);
  }
  return { graph, weights, small, large };
}

function waysFrom({ graph, small, large }: Pick<Counts, "graph" | "small" | "large">, node: number): bigint {
  if (node === graph.end) return 1n;
  return large[node] ?? BigInt(small[node] as number);
}

/** The total number of ways, by weight. */
export function totalWays(counts: Counts): bigint {
  return counts.graph.order.length === 0 ? 0n : waysFrom(counts, 0);
}

/** A source of random 32-bit integers. */
export type RandomBits = () => number;

/** Deterministic for a seed (xoshiro128**, D. Blackman and S. Vigna; seeded by splitmix32). */
export function makeRandom(seed: number): RandomBits {
  let mix = seed >>> 0;
  const splitmix = () => {
    mix = (mix + 0x9e3779b9) >>> 0;
    let z = mix;
    z = Math.imul(z ^ (z >>> 16), 0x85ebca6b);
    z = Math.imul(z ^ (z >>> 13), 0xc2b2ae35);
    return (z ^ (z >>> 16)) >>> 0;
  };
  let [a, b, c, d] = [splitmix(), splitmix(), splitmix(), splitmix()] as [number, number, number, number];
  const turn = (value: number, by: number) => ((value << by) | (value >>> (32 - by))) >>> 0;
  return () => {
    const result = Math.imul(turn(Math.imul(b, 5) >>> 0, 7), 9) >>> 0;
    const t = (b << 9) >>> 0;
    c = (c ^ a) >>> 0;
    d = (d ^ b) >>> 0;
    b = (b ^ c) >>> 0;
    a = (a ^ d) >>> 0;
    c = (c ^ t) >>> 0;
    d = turn(d, 11);
    return result;
  };
}

/** A uniform integer from 0 to below `below`: bits that overshoot are rejected. */
export function drawBelow(below: bigint, random: RandomBits): bigint {
  if (below <= 0n) throw new RangeError("there is nothing to draw from");
  const bits = (below - 1n).toString(2).length;
  const mask = (1n << BigInt(bits)) - 1n;
  for (;;) {
    let value = 0n;
    for (let have = 0; have < bits; have += 32) value = (value << 32n) | BigInt(random());
    value &= mask;
    if (value < below) return value;
  }
}

/** The way with a given index, from 0 in graph order, as its choices. */
export function wayOfNumber(counts: Counts, number: bigint): number[] {
  const { weights, graph } = counts;
  const { edgesFrom, edgesTo, edgeNode, edgeLabel, end } = graph;
  const way: number[] = [];
  let left = number;
  let node = 0;
  while (node !== end) {
    let taken = false;
    for (let edge = edgesFrom[node] as number; edge < (edgesTo[node] as number); edge++) {
      const next = edgeNode[edge] as number;
      const own = waysFrom(counts, next);
      const ways = weights ? own * BigInt(weights[edge] as number) : own;
      if (left < ways) {
        way.push(edgeLabel[edge] as number);
        // A weighted edge is the same choice in each of its copies.
        if (weights) left %= own;
        node = next;
        taken = true;
        break;
      }
      left -= ways;
    }
    if (!taken) throw new RangeError("there are not so many ways");
  }
  return way;
}

/** Uniform draws with replacement. */
export function drawWays(counts: Counts, draws: number, seed: number): number[][] {
  const total = totalWays(counts);
  if (total === 0n) return [];
  const random = makeRandom(seed);
  return Array.from({ length: draws }, () => wayOfNumber(counts, drawBelow(total, random)));
}
