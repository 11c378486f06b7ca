/** Page settings: paper, print size, and contents. */

export const PAPERS = ["a4", "letter", "a5"] as const;
export type PaperSize = (typeof PAPERS)[number];
export const ORIENTATIONS = ["portrait", "landscape"] as const;
export type Orientation = (typeof ORIENTATIONS)[number];
/** From what fits a stick bag to what is readable from behind the kit. */
export const PRINT_SIZES = ["pocket", "standard", "large", "stand"] as const;
export type PrintSize = (typeof PRINT_SIZES)[number];
export const SHEET_PARTS = [
  "tempos",
  "staff",
  "stack",
  "rail",
  "line",
  "landing",
  "groove",
  "legend",
  "steps",
  "code",
] as const;
export type SheetPart = (typeof SHEET_PARTS)[number];

/** Millimetres, portrait. */
const MILLIMETRES: Record<PaperSize, readonly [width: number, height: number]> = {
  a4: [210, 297],
  letter: [215.9, 279.4],
  a5: [148, 210],
};
const SCALES: Record<PrintSize, number> = { pocket: 0.7, standard: 0.9, large: 1.25, stand: 1.7 };

export interface PageSetup {
  readonly paper: PaperSize;
  readonly orientation: Orientation;
  readonly size: PrintSize;
}

/** Width and height of a page in millimetres, and the scale of its contents relative to the screen. */
export function measurePaper({ paper, orientation, size }: PageSetup) {
  const [short, long] = MILLIMETRES[paper];
  const [width, height] = orientation === "portrait" ? [short, long] : [long, short];
  return { width, height, scale: SCALES[size] };
}

/** Countries that use paper sizes in inches. */
const LETTER_REGIONS = ["US", "CA", "MX", "PH", "CL", "CO", "VE"];

/** The usual paper for a language tag ("en-US"). */
export function usualPaper(language: string): PaperSize {
  const region = /[-_]([A-Z]{2})\b/.exec(language)?.[1];
  return region && LETTER_REGIONS.includes(region) ? "letter" : "a4";
}
