/** Phrases: lines of cells and note values, with their meter, tempo and space. */

export * from "./phrase";
