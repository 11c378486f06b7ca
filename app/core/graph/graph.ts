/**
 * A choice made step by step, as an acyclic graph: each path from start to end is one solution. Counting, ranking and
 * drawing work on it, whatever the choice is about.
 */

export interface Graph {
  /** The number of nodes, without the end. Node 0 is the start. */
  readonly nodes: number;
  /** Nodes in topological order; empty if there is no way. */
  readonly order: readonly number[];
  /** The edges of a node are `edgesFrom[node]` to below `edgesTo[node]`. */
  readonly edgesFrom: Int32Array;
  readonly edgesTo: Int32Array;
  /** The choice on an edge, as an index that its owner understands. */
  readonly edgeLabel: ArrayLike<number>;
  readonly edgeNode: ArrayLike<number>;
  /** The node where every complete way ends; it has no edges. */
  readonly end: number;
}
