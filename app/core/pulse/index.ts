/** Beats and backbeats of a bar, how to count them, and what clicks on them. */

export * from "./clicks";
export * from "./count";
export * from "./pulse";
