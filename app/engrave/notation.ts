/** What a reader may choose about how music is written. */

/** Six notes in a beat: as one group, or as two of three. */
export const SIXES = ["whole", "halves"] as const;
export type Sixes = (typeof SIXES)[number];

/** Bars that repeat: written out; with the sign for one bar; also with the one for two; or once, with how often they are played. */
export const REPEAT_STYLES = ["written", "one", "two", "times"] as const;
export type RepeatStyle = (typeof REPEAT_STYLES)[number];
