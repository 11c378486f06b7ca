import { describe, expect, test } from "vitest";
import { RUDIMENTS } from "~/content/rudiments";
import { readStickLine } from "~/core/line";
import { listEntries } from "~/library/cell/entries";
import { listMeant } from "./meant";

const BOOK = listEntries(
  RUDIMENTS.map(({ strokes: _, ...rudiment }) => rudiment),
  [],
  [],
  false,
);
const meant = (text: string) => listMeant(text, readStickLine(text).problems, BOOK);

describe("what was meant", () => {
  test("other letters for a foot, all of them at once; small ones stay ghosts", () => {
    expect(meant("@4 RLF RLf").map(({ text }) => text)).toEqual(["@4 RLK RLk", "@4 RLH RLh"]);
    expect(meant("BB")[0]).toEqual({ name: "K (bass drum) for “B”", text: "KK" });
  });
  test("a rudiment's name, longest first, and stickings around it stay", () => {
    expect(meant("@4 paradiddle K")[0]).toEqual({ name: "Single paradiddle: >RLRR >LRLL", text: "@4 >RLRR >LRLL K" });
    expect(meant("double paradiddle")[0]?.name).toMatch(/^Double paradiddle: /);
    expect(meant("RL paradiddles").map(({ name }) => name)[0]).toBe("Single paradiddle: >RLRR >LRLL");
  });
  test("every offer can be read", () => {
    for (const text of ["RLF", "paradiddle", "@3 flam accent", "five stroke roll", "RL drag RL", "bass", "feet"]) {
      for (const one of meant(text)) expect(readStickLine(one.text).problems, one.text).toEqual([]);
    }
  });
  test("nothing for what nobody can guess", () => {
    expect(meant("@4 RLZ")).toEqual([]);
    expect(meant("@4 qqqqqq")).toEqual([]);
    expect(meant("@4 RLRL")).toEqual([]);
  });
});
