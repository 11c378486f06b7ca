/**
 * Choices laid end to end up to a length, under rules that look back: a node for each place and state that can be come to,
 * an edge for each choice that may follow. Places are whole numbers, in whatever unit the owner counts.
 */

import type { Graph } from "./graph";

/** More nodes than this would not come to an end in a player's time. */
const MAX_NODES = 1_500_000;

/** The part of a rule that depends on what came before, as a small automaton over choices. */
export interface Tracker {
  /** States are whole numbers from 0 to before this. */
  readonly states: number;
  readonly start: number;
  /** The state after a choice that begins at `at`; -1 where it may not follow. */
  readonly step: (state: number, choice: number, at: number) => number;
  /** Whether the end may come in it. */
  readonly accepts: (state: number) => boolean;
}

export interface Layers {
  /** From 0. */
  readonly length: number;
  /** How long each choice is, at least 1. */
  readonly sizes: readonly number[];
  /** Whether a choice may begin at a place, whatever came before. Not asked for one that reaches over the end. */
  readonly fits: (at: number, choice: number) => boolean;
  /** A state of the graph is the states of these side by side. */
  readonly trackers: readonly Tracker[];
}

/** Nodes are numbered as they were found, in order of their places. What is chosen on an edge is its label. */
export interface LayeredGraph extends Graph {
  readonly edgeLabel: readonly number[];
  /** The place that a node stands at. */
  readonly placeOf: readonly number[];
  /** States of the trackers at a node, in their order. */
  readonly stateOf: (node: number, tracker: number) => number;
}

export interface UseBounds {
  readonly least: number;
  /** Null for any number of times. */
  readonly most: number | null;
}

/** Uses of one thing, within its bounds; `owners` says whose each choice is. State: uses so far, as far as they matter. */
export function trackUses(owners: readonly number[], owner: number, { least, most }: UseBounds): Tracker {
  const top = most ?? least;
  return {
    states: top + 1,
    start: 0,
    step: (uses, choice) => {
      if (owners[choice] !== owner) return uses;
      if (uses < top) return uses + 1;
      return most === null ? top : -1;
    },
    accepts: (uses) => uses >= least,
  };
}

/** Who was last, for what looks at joins. State: 0 at first, else the owner's number + 1. */
export function trackLast(owners: readonly number[]): Tracker {
  return {
    states: 2 + Math.max(0, ...owners),
    start: 0,
    step: (_, choice) => 1 + (owners[choice] as number),
    accepts: () => true,
  };
}

/** From which places sums of sizes reach the end: nodes where none does are not made. */
function reachesEnd({ length, sizes }: Layers): boolean[] {
  const distinct = [...new Set(sizes)];
  const reaches = new Array<boolean>(length + 1).fill(false);
  reaches[length] = true;
  for (let at = length - 1; at >= 0; at--) reaches[at] = distinct.some((size) => reaches[at + size] === true);
  return reaches;
}

/**
 * Builds the graph, place by place; yields how much is done, 0 to 1, so that whoever drives it can show it or stop.
 * Returns null where it would grow too large for a player's time.
 */
export function* buildLayers(layers: Layers): Generator<number, LayeredGraph | null> {
  const { length, sizes, fits, trackers } = layers;
  const width = trackers.length;
  const states: number[] = trackers.map((tracker) => tracker.start);
  const placeOf: number[] = [0];
  // Where the states fit into one number, that is the key of a node; else their text.
  const product = trackers.reduce((so, tracker) => so * tracker.states, 1);
  const asNumber = product < Number.MAX_SAFE_INTEGER;
  const nodesAt: Map<number | string, number>[] = Array.from({ length: length + 1 }, () => new Map());
  const reaches = reachesEnd(layers);
  const edgeLabel: number[] = [];
  const edgeNode: number[] = [];
  const from: number[] = [];
  const to: number[] = [];
  const order: number[] = [];
  const after = new Array<number>(width);
  const end = -1;
  const keyOfAfter = (): number | string => {
    if (!asNumber) return after.join();
    let key = 0;
    for (let index = 0; index < width; index++)
      key = key * (trackers[index] as Tracker).states + (after[index] as number);
    return key;
  };
  if (reaches[0]) nodesAt[0]?.set("start", 0);
  for (let at = 0; at < length; at++) {
    const here = nodesAt[at] as Map<number | string, number>;
    const allowed: number[] = [];
    for (let choice = 0; choice < sizes.length && here.size > 0; choice++) {
      if (reaches[at + (sizes[choice] as number)] && fits(at, choice)) allowed.push(choice);
    }
    for (const node of here.values()) {
      order.push(node);
      from[node] = edgeLabel.length;
      choices: for (const choice of allowed) {
        const then = at + (sizes[choice] as number);
        for (let index = 0; index < width; index++) {
          const state = (trackers[index] as Tracker).step(states[node * width + index] as number, choice, at);
          if (state < 0) continue choices;
          after[index] = state;
        }
        if (then === length) {
          if (!trackers.every((tracker, index) => tracker.accepts(after[index] as number))) continue;
          edgeLabel.push(choice);
          edgeNode.push(end);
          continue;
        }
        const key = keyOfAfter();
        const layer = nodesAt[then] as Map<number | string, number>;
        let found = layer.get(key);
        if (found === undefined) {
          found = placeOf.length;
          if (found > MAX_NODES) return null;
          layer.set(key, found);
          placeOf.push(then);
          for (let index = 0; index < width; index++) states.push(after[index] as number);
        }
        edgeLabel.push(choice);
        edgeNode.push(found);
      }
      to[node] = edgeLabel.length;
    }
    here.clear();
    yield (at + 1) / length;
  }
  return {
    nodes: placeOf.length,
    order,
    placeOf,
    edgesFrom: Int32Array.from(from),
    edgesTo: Int32Array.from(to),
    edgeLabel,
    edgeNode,
    end,
    stateOf: (node, tracker) => states[node * width + tracker] as number,
  };
}

/** Drives a generator to its end. */
export function runToEnd<Result>(steps: Generator<unknown, Result>): Result {
  let step = steps.next();
  while (!step.done) step = steps.next();
  return step.value;
}
