/** A drawing as data: signs, lines and words at positions. Screens, files and tests use the same one. */

/** What an element of the page is. */
export type InkKind =
  | "staff-line"
  | "bar-line"
  | "clef"
  | "time"
  | "head"
  | "ledger"
  | "stem"
  | "flag"
  | "rest"
  | "dot"
  | "parenthesis"
  | "beam"
  | "grace"
  | "sign"
  | "accent"
  | "tuplet"
  | "hairpin"
  | "bracket"
  | "repeat"
  | "tempo"
  | "sticking"
  | "count"
  | "label"
  | "coin"
  | "rail"
  | "thread"
  | "text"
  | "code";

/** Pixels from the upper left corner. */
export interface Box {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

interface InkBase {
  readonly kind: InkKind;
  readonly box: Box;
  /** The note of the drawing that it belongs to. */
  readonly note?: number;
  readonly tone?: InkTone;
}

/**
 * Its colour if it isn't plain ink: nickel for subdued, copper for active, verdigris for landing and closing, oxblood
 * for unplayable; or cut out in the paper's colour.
 */
export type InkTone = "nickel" | "copper" | "verdigris" | "oxblood" | "tray" | "paper";

/** A sign of the music font. */
export interface SignInk extends InkBase {
  readonly shape: "sign";
  /** Its code point in hexadecimal. */
  readonly code: string;
  readonly x: number;
  readonly y: number;
  /** Type size: the height of a staff. */
  readonly size: number;
}

export interface PathInk extends InkBase {
  readonly shape: "path";
  readonly d: string;
  /** Line width; null for a filled shape. */
  readonly line: number | null;
  /** Filled with the paper's colour behind its line, which hides what is below. */
  readonly isHollow?: boolean;
  /** Filled with the same ink inside its line. */
  readonly isFilled?: boolean;
  readonly dash?: readonly number[];
  readonly isRound?: boolean;
}

export const FACES = ["display-600", "display-400", "sans-600", "sans-400", "line-400"] as const;
export type Face = (typeof FACES)[number];

export interface WordsInk extends InkBase {
  readonly shape: "words";
  readonly text: string;
  /** The left end of the baseline. */
  readonly x: number;
  readonly y: number;
  readonly size: number;
  readonly face: Face;
  /** The address it links to. */
  readonly href?: string;
}

export type Ink = SignInk | PathInk | WordsInk;

/** A note of the drawing that can be clicked. */
export interface DrawnNote {
  /** The slot of the phrase; null if it isn't part of the phrase. */
  readonly slot: number | null;
}

/** The position of a moment of the score on the page. */
export interface StaffStop {
  readonly at: number;
  readonly x: number;
}

/** One line of bars. Its contents are relative to its own origin, at `y` of the page. */
export interface DrawnSystem {
  readonly y: number;
  /** How far it extends up and down. */
  readonly top: number;
  readonly bottom: number;
  readonly ink: readonly Ink[];
  /** In order of time. */
  readonly stops: readonly StaffStop[];
  /** The staff with everything on it, which the playhead crosses. */
  readonly staff: { readonly top: number; readonly bottom: number };
}

export interface Drawing {
  readonly width: number;
  readonly height: number;
  readonly systems: readonly DrawnSystem[];
  readonly notes: readonly DrawnNote[];
}

/** A number for files, rounded to a hundredth. */
export function round(value: number): number {
  return Math.round(value * 100) / 100;
}

export function joinBoxes(boxes: readonly Box[]): Box | null {
  if (boxes.length === 0) return null;
  return {
    left: Math.min(...boxes.map(({ left }) => left)),
    top: Math.min(...boxes.map(({ top }) => top)),
    right: Math.max(...boxes.map(({ right }) => right)),
    bottom: Math.max(...boxes.map(({ bottom }) => bottom)),
  };
}
