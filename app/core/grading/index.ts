/** Graded sets: many possible exercises, and the few that lead from easy to hard. */

export * from "./exercises";
export * from "./grade";
export { drawGridLines, type GridOptions, listCellLines } from "./sources";
