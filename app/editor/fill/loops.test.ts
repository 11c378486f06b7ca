import { describe, expect, test } from "vitest";
import { ALL_ON, HANDS_ONLY } from "~/core/groove";
import { WORKING } from "~/core/testing/kits";
import { bpm } from "~/core/time";
import { makeContent } from "~/library/fill/content";
import { DEFAULT_PREFERENCES } from "~/library/preferences";
import { planLoop, readTempos } from "./loops";
import type { PlayContext } from "./score";

describe("typed tempos", () => {
  test("with commas, spaces or lines between, each once", () => {
    expect(readTempos(" 60, 75 90\n75;120.5 ")).toEqual({ ok: true, tempos: [60, 75, 90, 120.5] });
  });
  test.each([
    ["", "at least one"],
    ["60, fast", "“fast” is not a tempo"],
    ["60 -4", "“-4”"],
    ["5", "from 20 to 400"],
    ["1000", "“1000”"],
    ["40 41 42 43 44 45 46 47 48", "That makes 9 tempos. The limit is 8"],
  ])("“%s” says what is wrong and how to fix it", (text, words) => {
    const read = readTempos(text);
    expect(read.ok ? "" : read.trouble).toContain(words);
  });
});

function stageWith(countInBars: number): PlayContext {
  return { grooves: [], player: WORKING, preferences: { ...DEFAULT_PREFERENCES, countInBars } };
}

test("a plan has its stated length at its own tempo, with layers and loop on request", () => {
  const content = makeContent({ text: "@4 RLRLx4", tempo: bpm(120) });
  const plain = planLoop(content, stageWith(1), { tempo: bpm(60), repeats: 3, loop: null, mix: ALL_ON });
  // One bar of count-in, then two bars three times, four seconds each.
  expect(plain.seconds).toBeCloseTo(28, 6);
  expect(plain.scores).toHaveLength(3);
  expect(plain.scores[0]?.tempo).toBe(60);
  const part = planLoop(content, stageWith(0), {
    tempo: bpm(120),
    repeats: 2,
    loop: { fillId: "x", from: 0, to: 3, toBeat: false },
    mix: HANDS_ONLY,
  });
  expect(part.seconds).toBeCloseTo(1, 6);
  expect(part.scores[0]?.mix).toBe(HANDS_ONLY);
});
