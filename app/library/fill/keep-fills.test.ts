import { expect, test } from "vitest";
import { addRow, listRows } from "~/data/rows";
import { BookDatabase } from "../database";
import { EMPTY_BOOK } from "../kinds";
import { makeLesson } from "../lesson/content";
import { addItems, fillItem } from "../lesson/edit";
import { MAX_TAGS } from "../phrase/phrase";
import { importShared } from "../transfer";
import { makeContent } from "./content";
import { tagFills } from "./fills";
import { keepFills } from "./keep-fills";
import { welcome } from "./welcome";

const dated = { createdAt: 1, updatedAt: 2 };

test("several fills are added together, in order, or none of them", async () => {
  const book = new BookDatabase(crypto.randomUUID());
  const ids = await keepFills(book, [
    makeContent({ text: "@4 RL", name: "One" }),
    makeContent({ text: "@4 LR", name: "Two" }),
  ]);
  expect((await listRows(book.fills)).map(({ id, content }) => [id, content.name])).toEqual([
    [ids[0], "One"],
    [ids[1], "Two"],
  ]);
  const bad = { ...makeContent({ text: "@4 RL" }), tempo: 9_000 as never };
  await expect(keepFills(book, [makeContent({ text: "@4 R" }), bad])).rejects.toThrow();
  expect(await book.fills.count()).toBe(2);
});

test("tagging many fills at once; tagged, full and missing ones stay as they are", async () => {
  const book = new BookDatabase(crypto.randomUUID());
  const full = Array.from({ length: MAX_TAGS }, (_, nth) => `tag ${nth}`);
  for (const [id, tags] of [
    ["a", []],
    ["b", ["slow"]],
    ["c", full],
  ] as const) {
    await addRow(book.fills, makeContent({ text: "@4 RL", tags: [...tags] }), id);
  }
  expect(await tagFills(book, ["a", "b", "c", "gone"], "slow")).toBe(1);
  expect((await book.fills.toArray()).map(({ content }) => content.tags)).toEqual([["slow"], ["slow"], full]);
});

test("a shared fill keeps its place in a lesson, beside a version changed since", async () => {
  const book = new BookDatabase(crypto.randomUUID());
  await addRow(book.fills, makeContent({ text: "@4 RRLL", name: "Mine" }), "same-id");
  const lesson = addItems(makeLesson({ name: "Shared" }), [fillItem("same-id")]);
  const contents = {
    ...EMPTY_BOOK,
    fills: [{ id: "same-id", ...dated, content: makeContent({ text: "@4 RLRL", name: "Theirs" }) }],
    lessons: [{ id: "l", ...dated, content: lesson }],
  };
  const id = await importShared(book, "lessons", contents);
  const [item] = (await book.lessons.get(id))?.content.items ?? [];
  const theirs = item?.kind === "fill" ? await book.fills.get(item.of) : undefined;
  expect(theirs?.content.name).toBe("Theirs");
  expect((await book.fills.get("same-id"))?.content.name).toBe("Mine");
  // Importing it again adds nothing.
  expect(await importShared(book, "lessons", contents)).toBe(id);
  expect(await book.fills.count()).toBe(2);
  // A visitor who came by a link isn't a newcomer any more.
  expect(await welcome(book, "own", () => makeContent({ text: "@4 R" }))).toBe(false);
  expect(await book.fills.count()).toBe(2);
});
