/** The engine's door: everything that other rooms may use. */

export * from "./count";
export * from "./cycle";
export * from "./edit";
export * from "./fit";
export * from "./form";
export * from "./landing";
export * from "./loop";
export * from "./phrase";
export type { Problem, ProblemCode, Span } from "./stick-line/problem";
export { MAX_TEXT, type Reading, readStickLine } from "./stick-line/read";
export { formatLine, formatSlots } from "./stick-line/write";
export * from "./stroke";
export * from "./time";
export * from "./timeline";
