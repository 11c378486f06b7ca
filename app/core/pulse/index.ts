/** Beats and backbeats of a bar, what is counted on them, and what clicks there. */

export * from "./clicks";
export * from "./count";
export * from "./pulse";
