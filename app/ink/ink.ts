/** A drawing as data: signs, lines and words in their places. Screens, files and tests read the same one. */

/** What a thing on the page is. */
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
  /** Which note of the drawing it belongs to. */
  readonly note?: number;
  readonly tone?: InkTone;
}

/**
 * What it is drawn in where that is not the plain ink: set back in nickel, copper for what is active, verdigris for what
 * lands and closes, oxblood for what can't be played, or cut out in the paper's own colour.
 */
export type InkTone = "nickel" | "copper" | "verdigris" | "oxblood" | "tray" | "paper";

/** A sign of the music font. */
export interface SignInk extends InkBase {
  readonly shape: "sign";
  /** Its code point in hexadecimal. */
  readonly code: string;
  readonly x: number;
  readonly y: number;
  /** Of the type: a staff is as high as this. */
  readonly size: number;
}

export interface PathInk extends InkBase {
  readonly shape: "path";
  readonly d: string;
  /** Width of the line; null for a filled shape. */
  readonly line: number | null;
  /** Behind its line it is filled with the paper, so that what lies under it is hidden. */
  readonly isHollow?: boolean;
  /** Within its line it is filled with the same ink. */
  readonly isFilled?: boolean;
  readonly dash?: readonly number[];
  readonly isRound?: boolean;
}

export const FACES = ["display-600", "display-400", "sans-600", "sans-400", "line-400"] as const;
export type Face = (typeof FACES)[number];

export interface WordsInk extends InkBase {
  readonly shape: "words";
  readonly text: string;
  /** Where the line of type begins. */
  readonly x: number;
  readonly y: number;
  readonly size: number;
  readonly face: Face;
  /** An address that it leads to. */
  readonly href?: string;
}

export type Ink = SignInk | PathInk | WordsInk;

/** A note of the drawing that can be pointed at. */
export interface DrawnNote {
  /** The slot of the phrase; null for what is not of it. */
  readonly slot: number | null;
}

/** Where a moment of the score stands on the page. */
export interface StaffStop {
  readonly at: number;
  readonly x: number;
}

/** One line of bars. All of it is placed by its own zero, which is at `y` of the page. */
export interface DrawnSystem {
  readonly y: number;
  /** How far up and down it reaches. */
  readonly top: number;
  readonly bottom: number;
  readonly ink: readonly Ink[];
  /** In order of time. */
  readonly stops: readonly StaffStop[];
  /** The staff with what stands on it, which a line that follows the sound goes over. */
  readonly staff: { readonly top: number; readonly bottom: number };
}

export interface Drawing {
  readonly width: number;
  readonly height: number;
  readonly systems: readonly DrawnSystem[];
  readonly notes: readonly DrawnNote[];
}

/** A number as files have it, to a hundredth. */
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
