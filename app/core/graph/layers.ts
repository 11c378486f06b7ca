/**
 * Choices joined end to end up to a length, under rules that look back: a node per reachable position and state, an
 * edge per allowed choice. Positions are integers in the owner's unit.
 */

import type { Graph } from "./graph";

/** A larger graph would take longer than a player waits. */
const MAX_NODES = 1_500_000;

/** The part of a rule that depends on earlier choices, as a small automaton. */
export interface Tracker {
  /** States are integers from 0 to below this. */
  readonly states: number;
  readonly start: number;
  /** The state after a choice at position `at`; -1 if it is not allowed. */
  readonly step: (state: number, choice: number, at: number) => number;
  /** Whether the line may end in this state. */
  readonly accepts: (state: number) => boolean;
}

export interface Layers {
  /** From 0. */
  readonly length: number;
  /** Length of each choice, at least 1. */
  readonly sizes: readonly number[];
  /** Whether a choice may start at a position, whatever came before. Not called for choices that overshoot the end. */
  readonly fits: (at: number, choice: number) => boolean;
  /** A state of the graph combines the states of these trackers. */
  readonly trackers: readonly Tracker[];
}

/** Nodes are numbered in order of discovery, by position. An edge's label is its choice. */
export interface LayeredGraph extends Graph {
  readonly edgeLabel: readonly number[];
  /** The position of a node. */
  readonly placeOf: readonly number[];
  /** The trackers' states at a node, in their order. */
  readonly stateOf: (node: number, tracker: number) => number;
}

export interface UseBounds {
  readonly least: number;
  /** Null for no limit. */
  readonly most: number | null;
}

/**
 * Number of uses of one thing, within limits; `owners` maps choices to things. State: uses so far, as far as they
 * matter.
 */
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

/** The last owner, for rules about joins. State: 0 at the start, otherwise the owner's index + 1. */
export function trackLast(owners: readonly number[]): Tracker {
  return {
    states: 2 + Math.max(0, ...owners),
    start: 0,
    step: (_, choice) => 1 + (owners[choice] as number),
    accepts: () => true,
  };
}

/** The positions from which some sum of sizes reaches the end. No node is created elsewhere. */
function reachesEnd({ length, sizes }: Layers): boolean[] {
  const distinct = [...new Set(sizes)];
  const reaches = new Array<boolean>(length + 1).fill(false);
  reaches[length] = true;
  for (let at = length - 1; at >= 0; at--) reaches[at] = distinct.some((size) => reaches[at + size] === true);
  return reaches;
}

/**
 * Builds the graph position by position and yields its progress, 0 to 1, so that the caller can show it or stop.
 * Returns null if the graph would be too large.
 */
export function* buildLayers(layers: Layers): Generator<number, LayeredGraph | null> {
  const { length, sizes, fits, trackers } = layers;
  const width = trackers.length;
  const states: number[] = trackers.map((tracker) => tracker.start);
  const placeOf: number[] = [0];
  // A node's key: one number if the states fit into it, otherwise text.
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

/** Runs a generator to its end. */
export function runToEnd<Result>(steps: Generator<unknown, Result>): Result {
  let step = steps.next();
  while (!step.done) step = steps.next();
  return step.value;
}
