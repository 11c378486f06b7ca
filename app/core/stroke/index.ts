/** Strokes, hands and feet, and the surfaces they play. */

export * from "./speed";
export * from "./sticking";
export * from "./stroke";
