/** From read notes to a line of text. */

export { type Notated, type NotateOptions, notate, type ReadNote } from "./notate";
export { findGrid, type GridSpan } from "./quantise";
