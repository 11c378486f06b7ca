/** What a reader can choose about notation. */

/** Six notes in a beat: one group, or two of three. */
export const SIXES = ["whole", "halves"] as const;
export type Sixes = (typeof SIXES)[number];

/**
 * Repeated bars: written out; with the sign for one bar; also with the one for two; or once, with the number of times.
 */
export const REPEAT_STYLES = ["written", "one", "two", "times"] as const;
export type RepeatStyle = (typeof REPEAT_STYLES)[number];
