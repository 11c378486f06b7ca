import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { formatSlots } from "~/core/line";
import { playItems } from "~/core/phrase";
import { sameSlot } from "~/core/stroke";
import { anySlot } from "~/core/testing/arbitraries";
import { lineOf } from "~/core/testing/lines";
import { markCoin } from "~/ink/coin";
import { joinMarks } from "./coin-group";

const slotsOf = (text: string) =>
  playItems(lineOf(text)).flatMap((played) => (played.kind === "cell" ? played.item.slots : []));
const marksOf = (text: string) =>
  slotsOf(text).map((slot, index) => markCoin(slot, { strongHand: "R" }, { x: 50 * index, y: 0, scale: 1 }));

describe("coins drawn together", () => {
  test("two hands and a foot: one path for solid bodies, one for hollow ones, one text for the letters of each", () => {
    const joined = joinMarks(marksOf("@4 RLRLK"));
    expect(joined.map(({ of, marks }) => `${of.part} ${marks.length}`)).toEqual([
      "solid 3",
      "hollow 2",
      "on-solid 3",
      "on-hollow 2",
    ]);
    expect(joined.at(-2)?.marks.map(({ text, x }) => `${text} ${x}`)).toEqual(["R 0", "R 100", "K 200"]);
  });

  test("nothing is lost, and whatever was in front of something on its coin still is", () => {
    fc.assert(
      fc.property(fc.array(anySlot, { maxLength: 8 }), (slots) => {
        const coins = slots.map((slot, index) =>
          markCoin(slot, { strongHand: "R" }, { x: 100 * index, y: 0, scale: 1 }),
        );
        const joined = joinMarks(coins);
        const at = (mark: (typeof coins)[number][number]) =>
          joined.findIndex(({ of, marks }) =>
            mark.shape === "path"
              ? of.part === mark.part && marks.some(({ d }) => d === mark.d)
              : of.part === mark.part && marks.some(({ text, x }) => text === mark.text && x === mark.x),
          );
        for (const marks of coins) {
          for (const mark of marks) expect(at(mark)).toBeGreaterThanOrEqual(0);
        }
        const depths = joined.map(({ key }) => Number.parseInt(key, 10));
        expect(depths).toEqual(depths.toSorted((a, b) => a - b));
        expect(joined.reduce((sum, { marks }) => sum + marks.length, 0)).toBe(coins.flat().length);
      }),
    );
  });

  test("slots are the same if they are written the same", () => {
    fc.assert(
      fc.property(anySlot, anySlot, (one, other) => {
        expect(sameSlot(one, other)).toBe(formatSlots([one]) === formatSlots([other]));
        expect(sameSlot(one, structuredClone(one))).toBe(true);
      }),
    );
  });
});
