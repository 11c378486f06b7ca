import { describe, expect, test } from "vitest";
import { isSameDocument } from "./documents";

describe("the document that is kept for an address", () => {
  test.each([
    ["/", "/", true],
    ["/fills/any/stack", "/fills/f-1/stack", true],
    ["/fills/any/stack", "/fills/f-1/stack/", true],
    ["/fills/any/stack", "/fills/f-1/floor", false],
    ["/fills/any", "/fills/f-1/stack", false],
    ["/", "/log", false],
    ["/log", "/", false],
  ])("%s for %s: %s", (kept, asked, is) => {
    expect(isSameDocument(kept, asked)).toBe(is);
  });
});
