/** One voice of a score: slots as notes and rests with values, tuplets and beams, bar by bar. */

import { barTicks, type Meter } from "~/core/time";
import { type SpellingChoices, spellBar } from "./bar";
import { beatsOfBar } from "./beats";
import type { WrittenVoice } from "./notes";
import { cutBar, type ScoreSlot } from "./pieces";

/**
 * Bars `from` to below `to` of a voice. `slots` are in order of time and include those that reach into the first bar.
 */
export function spellVoice(
  slots: readonly ScoreSlot[],
  meter: Meter,
  { from, to }: { readonly from: number; readonly to: number },
  choices: SpellingChoices = { sixes: "whole" },
): WrittenVoice[] {
  const bar = beatsOfBar(meter);
  const length = barTicks(meter);
  return Array.from({ length: Math.max(0, to - from) }, (_, index) => {
    const start = (from + index) * length;
    return spellBar(cutBar(slots, start, bar), bar, start, choices);
  });
}
