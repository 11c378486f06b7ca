import fc from "fast-check";
import { expect, test } from "vitest";
import { wordsWidth } from "~/ink/type";
import { BODY, breakLines, setText, TITLE } from "./text";

test("lines break between words, within the width", () => {
  const text = "Twenty short fills, from your first eight notes to a bar that changes speed.";
  const lines = breakLines(text, 150, BODY);
  expect(lines.join(" ")).toBe(text);
  expect(lines.length).toBeGreaterThan(2);
  for (const line of lines) expect(wordsWidth(line, BODY.size, BODY.face)).toBeLessThanOrEqual(150);
});

test("explicit lines stay, and a word that is too wide is broken", () => {
  expect(breakLines("one\n\ntwo", 500, BODY)).toEqual(["one", "", "two"]);
  const lines = breakLines("R".repeat(200), 100, TITLE);
  expect(lines.join("")).toBe("R".repeat(200));
  for (const line of lines) expect(wordsWidth(line, TITLE.size, TITLE.face)).toBeLessThanOrEqual(100);
});

test("no typed text is lost, whatever its letters", () => {
  fc.assert(
    fc.property(fc.string({ unit: "grapheme", maxLength: 200 }), fc.integer({ min: 30, max: 400 }), (text, width) => {
      const letters = (given: string) => given.replace(/\s+/g, "");
      expect(letters(breakLines(text, width, BODY).join(""))).toBe(letters(text));
    }),
  );
});

test("text is as high as its lines", () => {
  const one = setText("One", 200, BODY);
  const three = setText("One\ntwo\nthree", 200, BODY);
  expect(three.height).toBeCloseTo(3 * one.height);
  expect(three.groups[0]?.ink).toHaveLength(3);
});
