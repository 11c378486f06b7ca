import { expect, test } from "vitest";
import type { FillRow } from "~/library/database";
import { makeContent } from "~/library/fill/content";
import { matches, readAhead } from "./find";

function fill(name: string, text: string, tags: string[] = []): FillRow {
  const content = makeContent({ name, text, goodText: text, tags });
  return { id: name, content, createdAt: 0, updatedAt: 0, revision: 1, deletedAt: 0 };
}

const FILL = fill("Last ferry", "@4 RLRR  LRLL", ["slow", "verse"]);

test.each([
  ["", null, true],
  ["ferry", null, true],
  ["FERRY last", null, true],
  ["slow rlrr", null, true],
  // As written out, with single spaces.
  ["rlrr lrll", null, true],
  ["4/4", null, true],
  ["train", null, false],
  ["", "verse", true],
  ["ferry", "fast", false],
] as const)("%j with tag %s: %s", (query, tag, found) => {
  expect(matches(FILL, query, tag)).toBe(found);
});

test("an edited fill is found by its new text", () => {
  expect(matches({ ...FILL, content: { ...FILL.content, name: "First train" } }, "train", null)).toBe(true);
});

test("reading ahead reads every fill in slices, and stops when told", () => {
  const read: string[] = [];
  const watched = (name: string) => {
    const one = fill(name, "@4 RL");
    return {
      ...one,
      content: Object.defineProperty({ ...one.content }, "name", {
        get: () => {
          read.push(name);
          return name;
        },
      }),
    };
  };
  const waiting: (() => void)[] = [];
  const fills = ["a", "b", "c"].map(watched);
  readAhead(fills, (work) => waiting.push(work));
  expect(read).toEqual([]);
  for (let work = waiting.shift(); work; work = waiting.shift()) work();
  expect(read).toEqual(["a", "b", "c"]);
  const stop = readAhead(["d"].map(watched), (work) => waiting.push(work));
  stop();
  waiting.shift()?.();
  expect(read).toHaveLength(3);
});
