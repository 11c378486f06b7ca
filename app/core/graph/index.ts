/** Counting, ranking and drawing paths through a layered graph. */

export { countWays, drawWays, makeRandom, totalWays } from "./count";
export { runToEnd } from "./layers";
export { takeBest } from "./rank";
