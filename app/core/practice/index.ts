/** Plans: steps, rungs, due dates, and what a player can do. */

export * from "./calibrate";
export * from "./care";
export * from "./climb";
export * from "./kinds";
export * from "./plan";
export * from "./progress";
export * from "./state";
export * from "./step";
export * from "./tempos";
export * from "./today";
