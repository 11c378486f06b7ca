/** From notes that were read to a line of text. */

export { findGrid, type GridSpan } from "./quantise";
export { type ReadNote, type TranscribeOptions, type Transcription, transcribe } from "./transcribe";
