/** The stick line: reading, writing, checking and editing it. */

export * from "./edit";
export * from "./edit-slot";
export type { Problem, ProblemCode, TextSpan } from "./problem";
export { MAX_TEXT, type Reading, readStickLine } from "./read";
export * from "./rewrite";
export { formatLine, formatSlots } from "./write";
