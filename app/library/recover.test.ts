import { expect, test } from "vitest";
import { Page } from "~/data/page";
import { addRow, getRow, saveRow } from "~/data/rows";
import type { BookDatabase } from "./database";
import { FILLS } from "./fill/kind";
import { openIn } from "./open-row";
import { recoverUnsaved } from "./recover";
import { eachHasBook, fillOf } from "./testing";

let book: BookDatabase;
eachHasBook((made) => {
  book = made;
});

const NONE = new Set<string>();
async function leave(id: string, text: string, page = new Page(), base = 1) {
  await book.journal.put(FILLS.journal.entryOf(id, page.edit(), base, fillOf(text)));
  return page;
}
const textOf = async (id: string) => (await getRow(book.fills, id))?.content.text;

test("leftovers of a closed page are saved to their row, and leave the journal", async () => {
  const { id } = await addRow(book.fills, fillOf("@4"));
  const page = await leave(id, "@4 RLRL");
  expect(await recoverUnsaved(book, new Set([page.id]))).toBe(0);
  expect(await textOf(id)).toBe("@4");
  expect(await recoverUnsaved(book, NONE)).toBe(1);
  expect(await textOf(id)).toBe("@4 RLRL");
  expect(await book.journal.count()).toBe(0);
  expect((await openIn(book, FILLS, id, new Page(), NONE))?.unsaved).toBeNull();
});

test("conflicting leftovers wait until the row is opened", async () => {
  const { id } = await addRow(book.fills, fillOf("@4"));
  await leave(id, "@4 RLRL");
  await saveRow(book.fills, id, 1, fillOf("@4 KK"));
  expect(await recoverUnsaved(book, NONE)).toBe(0);
  expect(await textOf(id)).toBe("@4 KK");
  expect((await openIn(book, FILLS, id, new Page(), NONE))?.unsaved?.content.text).toBe("@4 RLRL");
  const other = await addRow(book.fills, fillOf("@4"));
  await leave(other.id, "@4 RL");
  await leave(other.id, "@4 LR");
  expect(await recoverUnsaved(book, NONE)).toBe(0);
  expect(await textOf(other.id)).toBe("@4");
});

test("rows that are open elsewhere, damaged, gone or of unknown kind stay as they are", async () => {
  const { id } = await addRow(book.fills, fillOf("@4"));
  await leave(id, "@4 RLRL");
  const busy = await leave(id, "@4 RR");
  expect(await recoverUnsaved(book, new Set([busy.id]))).toBe(0);
  const damaged = await addRow(book.fills, fillOf("@4"));
  const entry = FILLS.journal.entryOf(damaged.id, new Page().edit(), 1, fillOf("@4 R"));
  await book.journal.put({ ...entry, content: { text: 7 } });
  await leave("gone", "@4 RLRL");
  await book.journal.put({ ...entry, key: "runs:x:p", of: "runs:x" });
  await book.journal.put({ ...entry, key: "odd:x:p", of: "odd:x" });
  const before = await book.journal.count();
  expect(await recoverUnsaved(book, new Set([busy.id]))).toBe(0);
  expect(await book.journal.count()).toBe(before);
  expect(await getRow(book.fills, "gone")).toBeNull();
});
