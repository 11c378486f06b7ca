import { expect, test } from "vitest";
import { tellEdit } from "./edit-news";

test.each([
  [["right hand", "left hand"], ["right hand", "left hand"], null],
  [["right hand", "left hand"], ["right hand", "bass drum"], "Note 2: bass drum."],
  [["right hand", "left hand"], ["left hand", "right hand"], "2 notes changed, from note 1 on."],
  [["right hand"], ["right hand", "left hand"], "2 notes now."],
  [["right hand"], [], "0 notes now."],
] as const)("%j to %j: %s", (before, now, words) => {
  expect(tellEdit(before, now)).toBe(words);
});
