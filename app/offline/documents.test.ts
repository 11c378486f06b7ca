import { describe, expect, test } from "vitest";
import { isLater, isSameDocument } from "./documents";

describe("the kept document for an address", () => {
  test.each([
    ["/", "/", true],
    ["/fills/any/stack", "/fills/f-1/stack", true],
    ["/fills/any/stack", "/fills/f-1/stack/", true],
    ["/fills/any/stack", "/fills/f-1/floor", false],
    ["/fills/any", "/fills/f-1/stack", false],
    ["/", "/log", false],
    ["/log", "/", false],
    ["/setup", "/SETUP", true],
    ["/fills/any/stack", "/Fills/F-1/Stack", true],
    ["/fills/any", "/fills//stack", false],
    ["/fills/any/stack", "/fills//stack", false],
    ["/nothing-here", "/nope", false],
  ])("%s for %s: %s", (kept, asked, is) => {
    expect(isSameDocument(kept, asked)).toBe(is);
  });
});

test.each([
  ["/fills/any/stack", false],
  ["/assets/first-Abc_-123.js", false],
  ["/assets/staff-Abc_-123.js", false],
  ["/assets/sounds-Abc_-123.js", false],
  ["/assets/instrument-sans-latin-wght-normal-Abc_-123.woff2", false],
  ["/assets/midi-note-Abc_-123.js", false],
  ["/assets/paper-Abc_-123.js", true],
  ["/assets/cymbals-Abc_-123.wav", true],
  ["/assets/instrument-sans-latin-400-normal-Abc_-123.woff", true],
  ["/assets/martian-mono-cyrillic-wght-normal-Abc_-123.woff2", true],
])("%s is kept later: %s", (path, is) => {
  expect(isLater(path)).toBe(is);
});
