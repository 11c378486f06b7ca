/** Counting, ranking and drawing the paths through a layered graph. */

export { countWays, drawWays, makeRandom, totalWays } from "./count";
export { takeBest } from "./rank";
