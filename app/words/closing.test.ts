import { expect, test } from "vitest";
import { findLanding } from "~/core/fit";
import { readStickLine } from "~/core/line";
import { FOUR_PIECE, WORKING } from "~/core/testing/kits";
import { barTicks, bpm, ticks } from "~/core/time";
import { layOut } from "~/core/timeline";
import { describeResult } from "./closing";

const METER = { beats: 4, unit: 4 } as const;

test.each([
  ["@4 RLK RLK RLRRL RLK KK", 124.6, "All right-hand starts, ends on the kick, both hands free, up to 124."],
  ["@4 LRK LRK LRLLR LRK KK", null, "All left-hand starts, ends on the kick, both hands free."],
  ["@4 RLK LRK RLRRL RLK KK", 90, "Starts change hands, ends on the kick, both hands free, up to 90."],
  ["@4 KKRL KKRL KKRL KKKK", 90, "No hand starts, ends on the kick, both hands free, up to 90."],
])("%s in one sentence", (text, top, words) => {
  const { line } = readStickLine(text);
  if (!line) throw new Error(text);
  const window = { start: ticks(0), length: barTicks(METER) };
  const timeline = layOut({ meter: METER, tempo: bpm(90), window, line }, FOUR_PIECE);
  expect(describeResult(timeline, findLanding(timeline, WORKING), top)).toBe(words);
});
