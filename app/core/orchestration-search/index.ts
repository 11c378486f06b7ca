/** Counting, ranking and drawing the ways to play a phrase on a kit. */

export * from "./find";
export * from "./score";
