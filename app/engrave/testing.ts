/** What is written, measured back, for tests. */

import type { WrittenVoice } from "./voice";

const TICKS: Readonly<Record<string, number>> = {
  w: 40_320,
  h: 20_160,
  q: 10_080,
  "8": 5_040,
  "16": 2_520,
  "32": 1_260,
  "64": 630,
  "128": 315,
};

/** How long a bar's notes and rests sound in ticks: written values, each tuplet over them applied. */
export function soundingTicks({ notes, tuplets }: WrittenVoice): number {
  return notes.reduce((sum, note, index) => {
    const written = (TICKS[note.value.name] ?? 0) * (note.value.dots ? 1.5 : 1);
    return (
      sum +
      tuplets
        .filter(({ from, to }) => index >= from && index <= to)
        .reduce((length, { notes: many, inTimeOf }) => (length * inTimeOf) / many, written)
    );
  }, 0);
}
