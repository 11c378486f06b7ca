/** Strokes, hands and feet, and the places that they play on. */

export * from "./speed";
export * from "./sticking";
export * from "./stroke";
