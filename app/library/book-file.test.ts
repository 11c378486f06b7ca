import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { z } from "zod";
import { formatLine, formatSlots } from "~/core/line";
import { recipeResult } from "~/core/moves";
import { anyLine, anyMeter, anyMove, anySticking } from "~/core/testing/arbitraries";
import { runs } from "~/core/testing/seed";
import { BOOK_FORMAT, BOOK_VERSION, type BookProblem, writeBook } from "./book-file";
import { readBook } from "./book-reader";
import { MAX_CELL_SLOTS, makeCellContent, type OwnCell } from "./cell/content";
import { type Fill, makeContent } from "./fill/content";
import { type BookContents, EMPTY_BOOK, KEYS, loadKinds } from "./kinds";
import { lastValidLine } from "./phrase/phrase";
import { newPlan } from "./practice/plan";

function fillOf(text: string, given: Partial<Fill> = {}): Fill {
  return { id: "a", createdAt: 1, updatedAt: 2, content: makeContent({ text, name: "One" }), ...given };
}

function bookOf(fills: readonly Fill[], cells: readonly OwnCell[] = []): BookContents {
  return { ...EMPTY_BOOK, fills, cells };
}

/** The text, compressed. */
function compress(text: string): Promise<ArrayBuffer> {
  return new Response(new Blob([text]).stream().pipeThrough(new CompressionStream("gzip"))).arrayBuffer();
}

async function problemOf(text: string): Promise<BookProblem> {
  const reading = await readBook(text);
  if (reading.ok) throw new Error("the file was taken");
  return reading.problem;
}

function withFill(change: (fill: Record<string, unknown>) => void): string {
  const book = JSON.parse(writeBook(bookOf([fillOf("@4 RL")])));
  change(book.fills[0]);
  return JSON.stringify(book);
}

test("a written book comes back identical, with any phrases and words", async () => {
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
  await fc.assert(
    fc.asyncProperty(fc.uniqueArray(anyFill, { maxLength: 5, selector: (fill) => fill.id }), async (fills) => {
      const reading = await readBook(writeBook(bookOf(fills)));
      expect(reading).toEqual({ ok: true, ...bookOf(fills) });
    }),
    runs(60),
  );
});

describe("a bad file is refused completely, with place and reason", () => {
  test("not JSON, not a book, another version", async () => {
    expect((await problemOf("{")).kind).toBe("not-json");
    expect((await problemOf("[]")).kind).toBe("not-a-book");
    expect((await problemOf('{"format":"something-else","version":1}')).kind).toBe("not-a-book");
    expect(await problemOf(JSON.stringify({ format: BOOK_FORMAT, version: 99, fills: [] }))).toEqual({
      kind: "version",
      found: "99",
      known: BOOK_VERSION,
    });
    expect((await problemOf(JSON.stringify({ format: BOOK_FORMAT }))).kind).toBe("not-a-book");
  });
  test.each<[string, (fill: Record<string, unknown>) => void, string]>([
    ["a missing field", (fill) => delete fill.createdAt, "createdAt"],
    ["an unknown field", (fill) => Object.assign(fill, { script: "x" }), ""],
    [
      "a meter that is none",
      (fill) => Object.assign(fill.content as object, { meter: { beats: 4, unit: 3 } }),
      "content.meter.unit",
    ],
    [
      "a meter that never ends",
      (fill) => Object.assign(fill.content as object, { meter: { beats: 1e308, unit: 4 } }),
      "content.meter.beats",
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
  ])("%s", async (_, change, path) => {
    expect(await problemOf(withFill(change))).toMatchObject({ kind: "field", item: { what: "fill", index: 0 }, path });
  });
  test("the message names the actual fault", async () => {
    const faultOf = async (change: (fill: Record<string, unknown>) => void) => {
      const problem = await problemOf(withFill(change));
      return problem.kind === "field" ? problem.fault : problem;
    };
    const content = (part: object) => (fill: Record<string, unknown>) => Object.assign(fill.content as object, part);
    expect(await faultOf((fill) => delete fill.createdAt)).toEqual({ kind: "missing" });
    expect(await faultOf(content({ tempo: "fast" }))).toEqual({ kind: "type", wanted: "number" });
    expect(await faultOf(content({ tempo: 4_000 }))).toEqual({ kind: "more", limit: 400, of: "number" });
    expect(await faultOf(content({ name: "x".repeat(121) }))).toEqual({ kind: "more", limit: 120, of: "text" });
    expect(await faultOf(content({ countStyle: "loud" }))).toMatchObject({ kind: "choice" });
    expect(await faultOf(content({ goodText: "RZ" }))).toMatchObject({ kind: "told" });
    expect(await faultOf((fill) => Object.assign(fill, { script: 1 }))).toEqual({ kind: "unknown", names: ["script"] });
    expect(await problemOf('{\n"a": 1,\n oops')).toEqual({ kind: "not-json", line: 3 });
  });
  test("all numbers, texts, lists and dates of every kind have limits", async () => {
    type Node = Record<string, unknown>;
    const open: string[] = [];
    const walk = (node: Node, path: string) => {
      const isBounded = (low: string, high: string) => Math.abs(Number(node[low])) < 9e15 && Number(node[high]) < 9e15;
      const isNumber = node.type === "number" || node.type === "integer";
      if (isNumber && node.const === undefined && !node.enum && !isBounded("minimum", "maximum")) open.push(path);
      if (node.type === "string" && node.maxLength === undefined && !node.enum && node.const === undefined)
        open.push(path);
      if (node.type === "array" && node.maxItems === undefined && node.prefixItems === undefined) open.push(path);
      for (const [key, part] of Object.entries(node)) {
        if (part !== null && typeof part === "object") walk(part as Node, `${path}.${key}`);
      }
    };
    const kinds = await loadKinds();
    for (const key of KEYS) {
      const schema = z.toJSONSchema(kinds[key].item as z.ZodType, { io: "input", unrepresentable: "any" });
      walk(schema as Node, key);
    }
    expect(open).toEqual([]);
  });
  test("an id that can't be in an address is converted, the same everywhere", async () => {
    const reading = await readBook(
      JSON.stringify({
        ...JSON.parse(writeBook(bookOf([fillOf("@4 RL", { id: "a/b" }), fillOf("@4 RL", { id: ".." })]))),
        plans: [{ ...newPlan("x"), id: "a/b" }],
      }),
    );
    expect(reading.ok && reading.fills.map(({ id }) => id)).toEqual(["a_2fb", "_2e_2e"]);
    expect(reading.ok && reading.plans.map(({ id }) => id)).toEqual(["a_2fb"]);
  });
  test("a date far out of range is refused, because later code can't handle it", async () => {
    const plan = { ...newPlan("a"), learned: { returns: 0, due: 9e15 } };
    const text = JSON.stringify({ ...JSON.parse(writeBook(bookOf([fillOf("@4 RL")]))), plans: [plan] });
    expect(await problemOf(text)).toMatchObject({ kind: "field", path: "learned.due", fault: { kind: "more" } });
  });
  test("two fills with one identity", async () => {
    expect(await problemOf(writeBook(bookOf([fillOf("@4 RL"), fillOf("@4 LR")])))).toEqual({
      kind: "twice",
      what: "fill",
      id: "a",
    });
  });
  test("a small file that unpacks into a huge one", async () => {
    const blank = new Uint8Array(1024 * 1024).fill(32);
    let left = 24;
    const blanks = new ReadableStream<Uint8Array<ArrayBuffer>>({
      pull: (controller) => (left-- > 0 ? controller.enqueue(blank) : controller.close()),
    });
    const packed = await new Response(blanks.pipeThrough(new CompressionStream("gzip"))).arrayBuffer();
    expect(packed.byteLength).toBeLessThan(blank.length / 10);
    const reading = await readBook(new Uint8Array(packed), () => {}, 23 * blank.length);
    expect(reading).toMatchObject({ ok: false, problem: { kind: "too-large", most: 23 * blank.length } });
  });
  test("lists nested to the limit", async () => {
    for (const depth of [100, 5_000]) {
      const deep = `${"[".repeat(depth)}${"]".repeat(depth)}`;
      const orchestration = withFill((fill) => Object.assign(fill.content as object, { voicing: "DEEP" }));
      expect((await problemOf(orchestration.replace('"DEEP"', deep))).kind).toBe("too-deep");
      const line = writeBook(bookOf([fillOf("@4 RL")])).replace('"tags":[]', `"tags":${deep}`);
      expect((await problemOf(line)).kind).toBe("too-deep");
    }
    expect(await problemOf(withFill((fill) => Object.assign(fill, { note: `${"[".repeat(80)}` })))).toMatchObject({
      kind: "field",
    });
  });
  test("a partly copied file, wherever it ends", async () => {
    const whole = writeBook(bookOf([fillOf("@4 RL"), fillOf("@4 RLK", { id: "b" })]));
    expect((await readBook(whole)).ok).toBe(true);
    const lines = whole.split("\n");
    for (let most = 2; most < lines.length - 1; most++) {
      expect((await problemOf(`${lines.slice(0, most).join("\n")}\n`)).kind).toBe("cut-off");
    }
    const without = whole.replace(/\{"id":"b".*\n/, "").replace("},\n],", "}\n],");
    expect((await problemOf(without)).kind).toBe("cut-off");
    const packed = new Uint8Array(await compress(whole));
    expect((await readBook(packed)).ok).toBe(true);
    expect(await readBook(packed.slice(0, packed.length / 2))).toMatchObject({
      ok: false,
      problem: { kind: "damaged" },
    });
  });
  test("keys that would reach into objects are data or ignored", async () => {
    const reading = await readBook(
      withFill((fill) => Object.assign(fill.content as object, JSON.parse('{"__proto__":{"polluted":1}}'))),
    );
    expect(({} as { polluted?: number }).polluted).toBeUndefined();
    if (reading.ok) expect(reading.fills[0]?.content).toEqual(fillOf("@4 RL").content);
  });
});

describe("version 1, which held only fills", () => {
  test("is read unchanged, and says its version", async () => {
    const fills = [fillOf("@4 RLK")];
    expect(await readBook(JSON.stringify({ format: BOOK_FORMAT, version: 1, fills }))).toEqual({
      ok: true,
      ...bookOf(fills),
    });
    expect((await problemOf(JSON.stringify({ format: BOOK_FORMAT, version: 1, fills, cells: [] }))).kind).toBe("field");
  });
});

describe("cells", () => {
  const anyOwnCell = fc
    .record({ id: fc.uuid(), cell: anySticking, moves: fc.array(anyMove, { maxLength: 6 }), name: fc.string() })
    .map(({ id, cell, moves, name }) => {
      const origin = { source: null, name: "", text: formatSlots(cell) };
      const content = { origin, moves, name: name.slice(0, 40), tags: ["x"], favourite: true, rate: "3/2" };
      return { id, origin, moves, content, size: recipeResult(cell, moves).length };
    })
    .filter(({ size }) => size <= MAX_CELL_SLOTS)
    .map(({ id, content }): OwnCell => ({ id, createdAt: 1, updatedAt: 2, content: makeCellContent(content) }));
  test("come back identical with their recipes, with any moves", async () => {
    await fc.assert(
      fc.asyncProperty(fc.uniqueArray(anyOwnCell, { maxLength: 4, selector: ({ id }) => id }), async (cells) => {
        expect(await readBook(writeBook(bookOf([], cells)))).toEqual({ ok: true, ...bookOf([], cells) });
      }),
      runs(60),
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
  ])("%s is refused", async (_, change, path) => {
    const cell = { id: "a", createdAt: 1, updatedAt: 1, content: { ...content, ...change } };
    const text = JSON.stringify({ format: BOOK_FORMAT, version: 2, fills: [], cells: [cell], rudiments: [] });
    expect(await problemOf(text)).toMatchObject({ kind: "field", item: { what: "cell", index: 0 }, path });
  });
  test("two with one identity, and two notes on one rudiment", async () => {
    const cell = { id: "a", createdAt: 1, updatedAt: 1, content };
    expect(await problemOf(writeBook(bookOf([], [cell, cell])))).toMatchObject({ kind: "twice", what: "cell" });
    const mark = { id: "flamacue", favourite: true, tags: [] };
    const book = { ...EMPTY_BOOK, rudiments: [mark, mark] };
    expect(await problemOf(writeBook(book))).toEqual({ kind: "twice", what: "rudiment", id: "flamacue" });
  });
});

test("while the text has an error, the last valid one is in force", async () => {
  const content = makeContent({ text: "@4 RLZ", goodText: "@4 RLK" });
  expect(formatLine(lastValidLine(content))).toBe("@4 RLK");
});
