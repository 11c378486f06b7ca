/**
 * A choice made step by step, as a graph without circles: each way from the beginning to the end is one solution. Count,
 * best and fair draws are read off it, whatever the choice is of.
 */

export interface Graph {
  /** How many nodes there are, the end apart. Node 0 is the beginning. */
  readonly nodes: number;
  /** Nodes in an order in which every edge leads onwards; empty when there is no way at all. */
  readonly order: readonly number[];
  /** Edges of a node are from `edgesFrom[node]` to before `edgesTo[node]`. */
  readonly edgesFrom: Int32Array;
  readonly edgesTo: Int32Array;
  /** What is chosen on an edge, as a number of its owner's. */
  readonly edgeLabel: ArrayLike<number>;
  readonly edgeNode: ArrayLike<number>;
  /** The node where every full way ends; no edge leaves it. */
  readonly end: number;
}
