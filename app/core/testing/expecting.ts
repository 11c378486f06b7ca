/** A bar of a line, and what should be heard of it: for tests and benchmarks. */

import { arrangeRange } from "../groove/arrange";
import { type Expectation, expectStrokes } from "../listening/expect";
import type { Phrase } from "../phrase/phrase";
import { barTicks, bpm, type Meter, ticks } from "../time/time";
import { layOut } from "../timeline/timeline";
import { lineOf } from "./lines";

const FOUR_FOUR: Meter = { beats: 4, unit: 4 };

/** A line in one bar of 4/4. */
export function phraseOfLine(text: string, tempo = 90): Phrase {
  return {
    meter: FOUR_FOUR,
    tempo: bpm(tempo),
    window: { start: ticks(0), length: barTicks(FOUR_FOUR) },
    line: lineOf(text),
  };
}

/** The strokes of a line that loops from one, all limbs. */
export function expectLine(text: string, tempo = 90): Expectation {
  const loop = arrangeRange(layOut(phraseOfLine(text, tempo)), { toBeat: true });
  return expectStrokes(loop, bpm(tempo), new Set(["R", "L", "K", "H"]));
}
