/** Listening: compares hits with the written phrase, and finds what went wrong. */

export * from "./drummer";
export * from "./expect";
export type { Hit } from "./hit";
export * from "./judge";
export * from "./listen";
export type { LimbMeasure, Measures } from "./measure";
export * from "./settings";
