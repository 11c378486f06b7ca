import { expect, test } from "vitest";
import { lineOf } from "../testing/lines";
import { bpm, ticks } from "../time/time";
import { findPeriod } from "./period";
import { layOut } from "./timeline";

function periodOf(text: string): number {
  const window = { start: ticks(0), length: ticks(40_320) };
  return findPeriod(layOut({ meter: { beats: 4, unit: 4 }, tempo: bpm(100), window, line: lineOf(text) }).slots);
}

test.each([
  ["@4 RLRRL", 5],
  ["@4 RLRRLx16", 5],
  ["@4 RLRRL RLRRL RLRRL", 5],
  ["@4 RLRRLx3 K", 16],
  ["@4 RLRL", 2],
  ["@4 RLK @6 RLK", 6],
  ["@4 >RLRL", 4],
  ["@4 ----", 1],
])("%s repeats after %i", (text, period) => {
  expect(periodOf(text)).toBe(period);
});

test("nothing has no period", () => {
  expect(findPeriod([])).toBe(0);
});
