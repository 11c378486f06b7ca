import { TICKS_PER_QUARTER } from "./time";

/** Lengths of common notes, in ticks. */
export const SIXTEENTH = TICKS_PER_QUARTER / 4;
export const EIGHTH = TICKS_PER_QUARTER / 2;
export const WHOLE = 4 * TICKS_PER_QUARTER;
export const QUARTER = WHOLE / 4;
