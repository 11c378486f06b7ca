import { describe, expect, test } from "vitest";
import type { FillRow } from "~/library/database";
import { makeContent } from "~/library/fill/content";
import type { Learning } from "./fill-card";
import { FILL_SORTS, isFillSort, sortFills } from "./sort";

function fill(id: string, name: string, tempo: number): FillRow {
  const content = makeContent({ name, text: "@4 RLRL", tempo: tempo as FillRow["content"]["tempo"] });
  return { id, createdAt: 1, updatedAt: 1, revision: 1, deletedAt: 0, content };
}
const begun = (given: Partial<Learning>): Learning => ({
  passed: 0,
  steps: 10,
  best: null,
  due: null,
  lastPractised: null,
  ...given,
});

describe("the order of the shelf", () => {
  const fills = [fill("a", "Ten", 120), fill("b", "", 90), fill("c", "émigré", 90), fill("d", "9 lives", 60)];
  const learning = new Map([
    ["a", begun({ passed: 5, lastPractised: 100, due: null })],
    ["c", begun({ passed: 10, lastPractised: 90, due: 120 })],
    ["d", begun({ passed: 10, lastPractised: 101, due: 110 })],
  ]);
  test.each([
    ["edited", "abcd"],
    ["name", "dcab"],
    ["tempo", "dbca"],
    ["due", "dcab"],
    ["practised", "dacb"],
    ["progress", "cdab"],
  ] as const)("by %s: %s", (sort, order) => {
    expect(
      sortFills(fills, learning, sort)
        .map(({ id }) => id)
        .join(""),
    ).toBe(order);
  });
  test("loses nothing, and leaves the list alone", () => {
    for (const { id } of FILL_SORTS) expect(new Set(sortFills(fills, new Map(), id))).toEqual(new Set(fills));
    expect(fills.map(({ id }) => id).join("")).toBe("abcd");
    expect(isFillSort("due")).toBe(true);
    expect(isFillSort("price")).toBe(false);
  });
});
