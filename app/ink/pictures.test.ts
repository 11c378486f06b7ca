import { describe, expect, test } from "vitest";
import { makeDemoFills } from "~/content/demo";
import { lineOf } from "~/core/testing/lines";
import { barTicks, bpm, parseMeter, ticks } from "~/core/time";
import { layOut } from "~/core/timeline";
import { lastValidLine, toPhrase } from "~/library/phrase/phrase";
import { markCoin } from "./coin";
import type { Ink } from "./ink";
import { inkCoin, type Picture } from "./picture";
import { drawRail } from "./rail-picture";
import { MAX_CODE, scanCode } from "./scan-code";
import { drawStack } from "./stack-picture";

const METER = parseMeter("4/4") ?? { beats: 4, unit: 4 };

function timelineOf(text: string) {
  return layOut({
    meter: METER,
    tempo: bpm(90),
    window: { start: ticks(0), length: barTicks(METER) },
    line: lineOf(text),
  });
}

function inside({ width, height, ink }: Picture): Ink[] {
  return ink.filter(({ box }) => box.left < -8 || box.top < -8 || box.right > width + 8 || box.bottom > height + 8);
}

const letters = (ink: readonly Ink[]) => ink.flatMap((one) => (one.shape === "words" ? [one.text] : []));

describe("coins", () => {
  const slots = timelineOf("@4 >R r L K H '>R ''L !R ~L =R/c1 (RK) {RLR} - R/t1").slots.map(({ voiced }) => voiced);
  test("are where they are drawn, at any size", () => {
    for (const slot of slots) {
      for (const mark of markCoin(slot, { strongHand: "R" })) expect(JSON.stringify(mark)).not.toMatch(/NaN|null/);
      for (const one of inkCoin(slot, { strongHand: "R" }, 100, 50, 0.5)) {
        expect(one.box.left).toBeGreaterThan(100 - 20);
        expect(one.box.right).toBeLessThan(100 + 20);
        expect(one.box.bottom).toBeLessThan(50 + 20);
      }
    }
  });
  test("show limb, side, level and surface without colour", () => {
    const [accent, ghost, other, kick] = slots.map((slot) => markCoin(slot, { strongHand: "R" }));
    expect(accent?.map(({ part }) => part)).toEqual(["reed", "solid", "on-solid"]);
    expect(ghost?.map(({ part }) => part)).toEqual(["solid"]);
    expect(other?.map(({ part }) => part)).toEqual(["hollow", "on-hollow"]);
    expect(kick?.[0]?.shape === "path" ? kick[0].d : "").toContain("h");
    const tom = slots.at(-1);
    expect(tom ? letters(inkCoin(tom, { strongHand: "L" }, 0, 0, 1)) : []).toEqual(["R", "t1"]);
  });
});

describe("stack and rail", () => {
  test.each(makeDemoFills().map(({ id, content }) => [id, content] as const))("of %s are complete", (_, content) => {
    const timeline = layOut(toPhrase(content, lastValidLine(content)));
    const stack = drawStack(timeline, "R");
    const rail = drawRail(timeline, "R", content.countStyle, 900);
    expect(inside(stack)).toEqual([]);
    expect(inside(rail)).toEqual([]);
    const sizes = timeline.cells.map(({ size }) => String(size));
    expect(letters(stack.ink).filter((text) => sizes.includes(text)).length).toBeGreaterThanOrEqual(sizes.length);
    for (const one of [...stack.ink, ...rail.ink]) if (one.shape === "path") expect(one.d).not.toMatch(/NaN|undefined/);
  });
  test("piles are side by side, and rows of the rail below one another", () => {
    const many = timelineOf("@4 RLKx20");
    expect(drawStack(many, "R", 8).height).toBe(drawStack(timelineOf("@4 RLKx8"), "R", 8).height);
    expect(drawRail(many, "R", "beats", 500).height).toBeGreaterThan(drawRail(many, "R", "beats", 5_000).height);
    expect(drawStack(timelineOf("@4"), "R")).toMatchObject({ width: 0, ink: [] });
  });
});

test("a code has the squares of its address, and none if that is too long", () => {
  const code = scanCode("https://stack.example/open#1.abcdefg.AAAA");
  // Three corner squares of seven by seven, each with its whole upper side.
  expect(code?.d.startsWith("M0 0h7v1h-7z")).toBe(true);
  expect(code?.d).toContain(`M${(code?.size ?? 0) - 7} 0h7v1h-7z`);
  expect(scanCode("x".repeat(MAX_CODE + 1))).toBeNull();
});
