import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { cookCell, formatLine, formatSlots } from "~/core";
import { anyLine, anyMeter, anyMove, anySticking } from "~/core/testing/arbitraries";
import {
  BOOK_FORMAT,
  BOOK_VERSION,
  type BookContents,
  type BookProblem,
  EMPTY_BOOK,
  MAX_BOOK_BYTES,
  readBook,
  writeBook,
} from "./book";
import { MAX_CELL_SLOTS, makeCellContent, type OwnCell } from "./cell";
import { type Fill, makeContent } from "./fill";
import { soundLine } from "./phrase";

function fillOf(text: string, given: Partial<Fill> = {}): Fill {
  return { id: "a", createdAt: 1, updatedAt: 2, content: makeContent({ text, name: "One" }), ...given };
}

function bookOf(fills: readonly Fill[], cells: readonly OwnCell[] = []): BookContents {
  return { ...EMPTY_BOOK, fills, cells };
}

function problemOf(text: string): BookProblem {
  const reading = readBook(text);
  if (reading.ok) throw new Error("the file was taken");
  return reading.problem;
}

function withFill(change: (fill: Record<string, unknown>) => void): string {
  const book = JSON.parse(writeBook(bookOf([fillOf("@4 RL")])));
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
      const reading = readBook(writeBook(bookOf(fills)));
      expect(reading).toEqual({ ok: true, ...bookOf(fills) });
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
    expect(problemOf(withFill(change))).toMatchObject({ kind: "field", item: { what: "fill", index: 0 }, path });
  });
  test("two fills with one identity", () => {
    expect(problemOf(writeBook(bookOf([fillOf("@4 RL"), fillOf("@4 LR")])))).toEqual({
      kind: "twice",
      what: "fill",
      id: "a",
    });
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

describe("version 1, which held fills alone", () => {
  test("is read as it was, and says that it is one", () => {
    const fills = [fillOf("@4 RLK")];
    expect(readBook(JSON.stringify({ format: BOOK_FORMAT, version: 1, fills }))).toEqual({
      ok: true,
      ...bookOf(fills),
    });
    expect(problemOf(JSON.stringify({ format: BOOK_FORMAT, version: 1, fills, cells: [] })).kind).toBe("field");
  });
});

describe("cells", () => {
  const anyOwnCell = fc
    .record({ id: fc.uuid(), cell: anySticking, moves: fc.array(anyMove, { maxLength: 6 }), name: fc.string() })
    .map(({ id, cell, moves, name }) => {
      const origin = { source: null, name: "", text: formatSlots(cell) };
      const content = { origin, moves, name: name.slice(0, 40), tags: ["x"], favourite: true, rate: "3/2" };
      return { id, origin, moves, content, size: cookCell(cell, moves).length };
    })
    .filter(({ size }) => size <= MAX_CELL_SLOTS)
    .map(({ id, content }): OwnCell => ({ id, createdAt: 1, updatedAt: 2, content: makeCellContent(content) }));
  test("come back identical with their recipes, whatever the moves", () => {
    fc.assert(
      fc.property(fc.uniqueArray(anyOwnCell, { maxLength: 4, selector: ({ id }) => id }), (cells) => {
        expect(readBook(writeBook(bookOf([], cells)))).toEqual({ ok: true, ...bookOf([], cells) });
      }),
      { numRuns: 60 },
    );
  });

  const content = makeCellContent({
    origin: { source: "single-paradiddle", name: "Single paradiddle", text: "RLRR" },
    moves: [{ kind: "extend", by: "kick" }],
  });
  test.each<[string, object, string]>([
    ["a text that is not what the recipe makes", { text: "RLRRL" }, "content"],
    ["a text that is no sticking", { text: "RLZ" }, "content.text"],
    ["a text that is not written plainly", { text: "RLRR K" }, "content.text"],
    ["a move that is none", { moves: [{ kind: "juggle" }] }, "content.moves.0.kind"],
    ["a move with more to it", { moves: [{ kind: "mirror", twice: true }] }, "content.moves.0"],
    ["a turn by half a slot", { moves: [{ kind: "rotate", by: 0.5 }] }, "content.moves.0.by"],
    ["a glued text that is no sticking", { moves: [{ kind: "glue", cell: "@4 R" }] }, "content.moves.0.cell"],
    ["a rate that is none", { rate: "4/0" }, "content.rate"],
    ["too many moves", { moves: Array.from({ length: 65 }, () => ({ kind: "mirror" })) }, "content.moves"],
  ])("%s is refused", (_, change, path) => {
    const cell = { id: "a", createdAt: 1, updatedAt: 1, content: { ...content, ...change } };
    const text = JSON.stringify({ format: BOOK_FORMAT, version: 2, fills: [], cells: [cell], rudiments: [] });
    expect(problemOf(text)).toMatchObject({ kind: "field", item: { what: "cell", index: 0 }, path });
  });
  test("two of one identity, and two notes on one rudiment", () => {
    const cell = { id: "a", createdAt: 1, updatedAt: 1, content };
    expect(problemOf(writeBook(bookOf([], [cell, cell])))).toMatchObject({ kind: "twice", what: "cell" });
    const mark = { id: "flamacue", favourite: true, tags: [] };
    const book = { ...EMPTY_BOOK, rudiments: [mark, mark] };
    expect(problemOf(writeBook(book))).toEqual({ kind: "twice", what: "rudiment", id: "flamacue" });
  });
});

test("while the text is being mended, the last good one is in force", () => {
  const content = makeContent({ text: "@4 RLZ", goodText: "@4 RLK" });
  expect(formatLine(soundLine(content))).toBe("@4 RLK");
});
