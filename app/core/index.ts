/** The engine's door: everything that other rooms may use. */

export * from "./count";
export * from "./cycle";
export * from "./edit";
export * from "./family";
export * from "./fit";
export * from "./form";
export * from "./landing";
export * from "./loop";
export * from "./moves/apply";
export { findMeeting, type Meeting } from "./moves/layer";
export * from "./moves/move";
export * from "./moves/recipe";
export { mirrorCell, readCell, reverseCell, rotateCell } from "./moves/shape";
export { readRhythm } from "./moves/sound";
export * from "./phrase";
export * from "./school";
export * from "./search";
export * from "./speed";
export type { Problem, ProblemCode, Span } from "./stick-line/problem";
export { MAX_TEXT, type Reading, readStickLine } from "./stick-line/read";
export { formatLine, formatSlots } from "./stick-line/write";
export * from "./sticking";
export * from "./stroke";
export * from "./time";
export * from "./timeline";
