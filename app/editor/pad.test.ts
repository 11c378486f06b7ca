import { describe, expect, test } from "vitest";
import { formatLine, readStickLine } from "~/core/line";
import { phraseOfLine } from "~/core/testing/expecting";
import { layOut } from "~/core/timeline";
import { PAD_AT_REST, type PadKey, type PadState, pressPad } from "./pad";

/** Presses keys one after another, like the pad's buttons. */
function build(text: string, keys: readonly PadKey[], from: { chosen?: number; pad?: PadState } = {}) {
  let line = readStickLine(text).line ?? [];
  let chosen = from.chosen ?? null;
  let pad = from.pad ?? PAD_AT_REST;
  for (const key of keys) {
    const timeline = layOut(phraseOfLine(formatLine(line)));
    const step = pressPad(key, pad, timeline, chosen === null ? null : (timeline.slots[chosen] ?? null));
    line = step.change ? step.change(line) : line;
    ({ pad, chosen } = step);
  }
  return { text: formatLine(line), chosen, pad };
}

const limbs = (letters: string): PadKey[] =>
  [...letters].map((limb) => ({ kind: "limb", limb: limb as "R" | "L" | "K" | "H" }));
const ADDING: PadState = { ...PAD_AT_REST, mode: "add" };
const key = (kind: Exclude<PadKey["kind"], "limb" | "level">): PadKey => ({ kind });

describe("the sticking pad", () => {
  test("builds a line from nothing, with rests, cells, levels and flams", () => {
    const { text, chosen } = build("@4", [
      ...limbs("R"),
      { kind: "level", level: "accent" },
      ...limbs("L"),
      { kind: "level", level: "ghost" },
      ...limbs("K"),
      key("cell"),
      ...limbs("R"),
      key("flam"),
      key("rest"),
      ...limbs("L"),
    ]);
    expect(text).toBe("@4 >RlK 'R-L");
    expect(chosen).toBeNull();
  });
  test("removes a level that is pressed again", () => {
    const accent: PadKey = { kind: "level", level: "accent" };
    expect(build("@4 RL", [accent]).text).toBe("@4 R>L");
    expect(build("@4 RL", [accent, accent]).text).toBe("@4 RL");
  });
  test("lets the next limb play with the last note after plus, once", () => {
    expect(build("@4 RL", [key("together"), ...limbs("KR")]).text).toBe("@4 R(LK)R");
  });
  test("repeats the last cell, and removes the last note again", () => {
    expect(build("@4 RLR KL", [key("repeat")]).text).toBe("@4 RLR KLx2");
    expect(build("@4 RLR KL", [key("erase"), key("erase")]).text).toBe("@4 RLR");
    expect(build("@4 R", [key("erase"), key("erase")]).text).toBe("@4");
  });
  test("adds after a chosen note, and moves along", () => {
    expect(build("@4 RLRL", limbs("KK"), { chosen: 1, pad: ADDING })).toMatchObject({ text: "@4 RLKKRL", chosen: 3 });
    expect(build("@4 RLRL", [key("cell"), ...limbs("K")], { chosen: 1, pad: ADDING })).toMatchObject({
      text: "@4 RL KRL",
      chosen: 2,
    });
  });
  test("changes the chosen note, which stays chosen, and says so with its switch", () => {
    const accent: PadKey = { kind: "level", level: "accent" };
    expect(build("@4 RLRL", [...limbs("K"), accent], { chosen: 1 })).toMatchObject({ text: "@4 R>KRL", chosen: 1 });
    expect(build("@4 RLRL", [key("rest")], { chosen: 3 })).toMatchObject({ text: "@4 RLR-", chosen: 3 });
    expect(build("@4 RL", [key("mode")], { chosen: 0 }).pad.mode).toBe("add");
    expect(build("@4 RL", [key("mode"), key("mode")], { chosen: 0 }).pad.mode).toBe("change");
  });
});
