import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { formatLine } from "~/core";
import { anyLine, anyMeter } from "~/core/testing/arbitraries";
import { BOOK_FORMAT, BOOK_VERSION, type BookProblem, MAX_BOOK_BYTES, readBook, writeBook } from "./book";
import { type Fill, makeContent, soundLine } from "./fill";

function fillOf(text: string, given: Partial<Fill> = {}): Fill {
  return { id: "a", createdAt: 1, updatedAt: 2, content: makeContent({ text, name: "One" }), ...given };
}

function problemOf(text: string): BookProblem {
  const reading = readBook(text);
  if (reading.ok) throw new Error("the file was taken");
  return reading.problem;
}

function withFill(change: (fill: Record<string, unknown>) => void): string {
  const book = JSON.parse(writeBook([fillOf("@4 RL")]));
  change(book.fills[0]);
  return JSON.stringify(book);
}

test("what was written comes back identical, for any phrases and words", () => {
  const anyFill = fc
    .record({
      id: fc.uuid(),
      line: anyLine,
      meter: anyMeter,
      name: fc.string({ maxLength: 40 }),
      broken: fc.string({ maxLength: 40 }),
    })
    .map(({ id, line, meter, name, broken }): Fill => {
      const goodText = formatLine(line);
      return {
        id,
        createdAt: 5,
        updatedAt: 6,
        content: makeContent({ text: broken, goodText, meter, name, tags: ["a b"] }),
      };
    });
  fc.assert(
    fc.property(fc.uniqueArray(anyFill, { maxLength: 5, selector: (fill) => fill.id }), (fills) => {
      const reading = readBook(writeBook(fills));
      expect(reading).toEqual({ ok: true, fills });
    }),
    { numRuns: 60 },
  );
});

describe("a bad file is refused whole, with where and what", () => {
  test("not JSON, not a book, another version", () => {
    expect(problemOf("{").kind).toBe("not-json");
    expect(problemOf("[]").kind).toBe("not-a-book");
    expect(problemOf('{"format":"something-else","version":1}').kind).toBe("not-a-book");
    expect(problemOf(JSON.stringify({ format: BOOK_FORMAT, version: 99, fills: [] }))).toEqual({
      kind: "version",
      found: "99",
      known: BOOK_VERSION,
    });
    expect(problemOf(JSON.stringify({ format: BOOK_FORMAT })).kind).toBe("not-a-book");
  });
  test.each<[string, (fill: Record<string, unknown>) => void, string]>([
    ["a missing field", (fill) => delete fill.createdAt, "createdAt"],
    ["an unknown field", (fill) => Object.assign(fill, { script: "x" }), ""],
    [
      "a meter that is none",
      (fill) => Object.assign(fill.content as object, { meter: { beats: 4, unit: 3 } }),
      "content.meter.unit",
    ],
    ["a tempo out of range", (fill) => Object.assign(fill.content as object, { tempo: 4_000 }), "content.tempo"],
    [
      "a good text that cannot be read",
      (fill) => Object.assign(fill.content as object, { goodText: "RZ" }),
      "content.goodText",
    ],
    [
      "a window without length",
      (fill) => Object.assign(fill.content as object, { window: { start: 0, length: 0 } }),
      "content.window.length",
    ],
    [
      "half a tick",
      (fill) => Object.assign(fill.content as object, { window: { start: 0.5, length: 10 } }),
      "content.window.start",
    ],
    [
      "a window of a thousand bars",
      (fill) => Object.assign(fill.content as object, { window: { start: 0, length: 40_320_000 } }),
      "content",
    ],
    [
      "too many tags",
      (fill) => Object.assign(fill.content as object, { tags: Array.from({ length: 13 }, () => "x") }),
      "content.tags",
    ],
  ])("%s", (_, change, path) => {
    expect(problemOf(withFill(change))).toMatchObject({ kind: "field", fill: 0, path });
  });
  test("two fills with one identity", () => {
    expect(problemOf(writeBook([fillOf("@4 RL"), fillOf("@4 LR")]))).toEqual({ kind: "twice", id: "a" });
  });
  test("a huge file, unread", () => {
    expect(problemOf(" ".repeat(MAX_BOOK_BYTES + 1)).kind).toBe("too-large");
  });
  test("keys that would reach into objects are data or nothing", () => {
    const reading = readBook(
      withFill((fill) => Object.assign(fill.content as object, JSON.parse('{"__proto__":{"polluted":1}}'))),
    );
    expect(({} as { polluted?: number }).polluted).toBeUndefined();
    if (reading.ok) expect(reading.fills[0]?.content).toEqual(fillOf("@4 RL").content);
  });
});

test("while the text is being mended, the last good one is in force", () => {
  const content = makeContent({ text: "@4 RLZ", goodText: "@4 RLK" });
  expect(formatLine(soundLine(content))).toBe("@4 RLK");
});
