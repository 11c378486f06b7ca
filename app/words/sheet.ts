/** Pages: their possible contents, and texts on them. */

import type { Orientation, PaperSize, PrintSize, SheetPart } from "~/ink/paper-sizes";

export const PAPER_NAMES: Record<PaperSize, string> = { a4: "A4", letter: "Letter", a5: "A5" };
export const ORIENTATION_NAMES: Record<Orientation, string> = { portrait: "Portrait", landscape: "Landscape" };
export const PRINT_SIZE_WORDS: Record<PrintSize, { readonly name: string; readonly does: string }> = {
  pocket: { name: "Pocket", does: "small, for the stick bag" },
  standard: { name: "Standard", does: "for the desk" },
  large: { name: "Large", does: "large print" },
  stand: { name: "Music stand", does: "readable from behind the kit" },
};
export const SHEET_PART_NAMES: Record<SheetPart, string> = {
  tempos: "Tempos",
  staff: "Staff",
  stack: "Stack",
  rail: "Rail",
  line: "Stick line",
  landing: "How it lands",
  groove: "In its groove",
  legend: "Kit legend",
  steps: "Practice steps",
  code: "QR code",
};
export const TEMPO_NAMES = { learning: "Start at", home: "Written at", goal: "Goal" } as const;
