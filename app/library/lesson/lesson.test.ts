import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { writeBook } from "../book-file";
import { readBook } from "../book-reader";
import { makeContent } from "../fill/content";
import { EMPTY_BOOK } from "../kinds";
import { asVersion } from "../testing";
import { lessonContentSchema, listRefs, MAX_LESSON_ITEMS, makeLesson, renameRefs } from "./content";
import { addItems, changeItem, fillItem, headingItem, moveItem, removeItem, swapIn } from "./edit";
import { lessonProgress } from "./progress";

const three = addItems(makeLesson({ name: "Three" }), [headingItem("First"), fillItem("a"), fillItem("b")]);
const keysOf = ({ items }: typeof three) => items.map(({ key }) => key);

describe("a lesson's items", () => {
  test("are added where requested, each with its own key", () => {
    expect(keysOf(three)).toEqual(["i1", "i2", "i3"]);
    const more = addItems(removeItem(three, "i1"), [fillItem("c"), fillItem("d")], 0);
    expect(more.items.map((item) => (item.kind === "fill" ? item.of : ""))).toEqual(["a", "c", "d", "b"]);
    expect(new Set(keysOf(more)).size).toBe(4);
    expect(lessonContentSchema.parse(more)).toEqual(more);
  });

  test("have a maximum number", () => {
    const full = addItems(
      three,
      Array.from({ length: 500 }, () => fillItem("x")),
    );
    expect(full.items).toHaveLength(MAX_LESSON_ITEMS);
    expect(addItems(full, [fillItem("y")])).toBe(full);
  });

  test("move without losing any", () => {
    expect(keysOf(moveItem(three, "i3", 0))).toEqual(["i3", "i1", "i2"]);
    expect(keysOf(moveItem(three, "i1", 99))).toEqual(["i2", "i3", "i1"]);
    expect(moveItem(three, "i1", -4)).toBe(three);
    expect(moveItem(three, "none", 1)).toBe(three);
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.integer({ min: 1, max: 3 }), fc.integer({ min: -2, max: 5 }))), (moves) => {
        const moved = moves.reduce((lesson, [number, to]) => moveItem(lesson, `i${number}`, to), three);
        expect(keysOf(moved).toSorted()).toEqual(keysOf(three));
      }),
    );
  });

  test("change independently, and can be removed", () => {
    const said = changeItem(three, "i2", (item) => ({ ...item, words: "Slowly" }));
    expect(said.items.map(({ words }) => words)).toEqual(["", "Slowly", ""]);
    expect(keysOf(removeItem(three, "i2"))).toEqual(["i1", "i3"]);
    expect(removeItem(three, "none")).toBe(three);
  });

  test("cycle through their candidates", () => {
    const graded = addItems(makeLesson(), [fillItem("a", { instead: ["@4 RRLL", "@4 RLLR"] })]);
    const once = swapIn(graded, "i1", "b", "@4 RLRL");
    expect(once.items[0]).toMatchObject({ of: "b", instead: ["@4 RLLR", "@4 RLRL"] });
    expect(swapIn(three, "i2", "b", "@4 R")).toEqual(three);
  });
});

describe("a player's progress", () => {
  const plan = (passed: number, steps: number, isLearned = false) => ({
    passed,
    steps,
    learned: isLearned ? { returns: 0, due: 1 } : null,
  });
  test("follows the plans of its fills; the first unlearned one is next", () => {
    expect(lessonProgress(three, new Map())).toMatchObject({ learned: 0, begun: 0, of: 2, next: { of: "a" } });
    const plans = new Map([
      ["a", plan(7, 7)],
      ["b", plan(2, 7)],
    ]);
    expect(lessonProgress(three, plans)).toMatchObject({ learned: 1, begun: 1, next: { of: "b" } });
    plans.set("b", plan(0, 7, true));
    expect(lessonProgress(three, plans)).toMatchObject({ learned: 2, begun: 0, next: null });
    expect(lessonProgress(makeLesson(), plans)).toEqual({ learned: 0, begun: 0, of: 0, next: null });
  });
});

describe("a lesson in files", () => {
  const dated = { createdAt: 1, updatedAt: 2 };
  test("names what it needs, and follows it under another name", () => {
    expect(listRefs(three)).toEqual([
      { key: "fills", id: "a" },
      { key: "fills", id: "b" },
    ]);
    const renamed = renameRefs(three, ({ id }) => `${id}2`);
    expect(listRefs(renamed).map(({ id }) => id)).toEqual(["a2", "b2"]);
  });

  test("is written and read back; a book of the previous version has none", async () => {
    const lessons = [{ id: "l", content: three, ...dated }];
    const fills = [{ id: "a", content: makeContent({ text: "@4 RLRL" }), ...dated }];
    const text = writeBook({ ...EMPTY_BOOK, lessons, fills });
    expect(await readBook(text)).toMatchObject({ ok: true, lessons, fills });
    expect(await readBook(asVersion(text, 8))).toMatchObject({ ok: true, lessons: [], fills });
  });

  test("reports which item is invalid", async () => {
    const broken = { ...three, items: [{ ...three.items[1], to: 9_000 }] };
    const text = writeBook({ ...EMPTY_BOOK, lessons: [{ id: "l", content: broken as never, ...dated }] });
    expect(await readBook(text)).toMatchObject({
      ok: false,
      problem: { kind: "field", item: { what: "lesson", index: 0 }, path: "content.items.0.to" },
    });
    const twice = { ...three, items: [three.items[1], three.items[1]] };
    expect(lessonContentSchema.safeParse(twice).success).toBe(false);
  });
});
