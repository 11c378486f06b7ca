/** What should be heard of a line, for tests. */

import { arrangeRange } from "../groove/arrange";
import { type Expectation, expectStrokes } from "../listening/expect";
import { barTicks, bpm, type Meter, ticks } from "../time";
import { layOut } from "../timeline";
import { lineOf } from "./lines";

const FOUR_FOUR: Meter = { beats: 4, unit: 4 };

/** The strokes of a line that goes round from the one of a bar, all limbs. */
export function expectLine(text: string, tempo = 90): Expectation {
  const timeline = layOut({
    meter: FOUR_FOUR,
    tempo: bpm(tempo),
    window: { start: ticks(0), length: barTicks(FOUR_FOUR) },
    line: lineOf(text),
  });
  return expectStrokes(arrangeRange(timeline, { toBeat: true }), bpm(tempo), new Set(["R", "L", "K", "H"]));
}
