import { expect, test } from "vitest";
import { chooseOne } from "./use-choice";

const IDS = ["a", "b", "c", "d", "e"];
const after = (chosen: string[], id: string, from: string | null) =>
  [...chooseOne(new Set(chosen), IDS, id, from)].sort();

test("a press toggles one; Shift-press gives all from the previous one the same state", () => {
  expect(after([], "b", null)).toEqual(["b"]);
  expect(after(["b"], "b", null)).toEqual([]);
  expect(after(["b"], "d", "b")).toEqual(["b", "c", "d"]);
  expect(after(["d"], "b", "d")).toEqual(["b", "c", "d"]);
  expect(after(["a", "b", "c", "d"], "c", "a")).toEqual(["d"]);
});

test("a range from an invisible item is only the pressed one", () => {
  expect(after([], "b", "gone")).toEqual(["b"]);
});
