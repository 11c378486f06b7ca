/** Moves: the known ways by which one sticking becomes many. */

export * from "./apply";
export * from "./family";
export { findMeeting, type Meeting } from "./layer";
export * from "./move";
export * from "./recipe";
export { readRhythm } from "./rhythm";
export * from "./school";
export { mirrorCell, readCell } from "./shape";
