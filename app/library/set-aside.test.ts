import { expect, test } from "vitest";
import { addRow, listRows } from "~/data/rows";
import type { BookDatabase } from "./database";
import { recoverUnsaved } from "./recover";
import { listSetAside, setDamagedAside, writeSetAside } from "./set-aside";
import { eachHasBook, fillOf } from "./testing";

let book: BookDatabase;
eachHasBook((made) => {
  book = made;
});

test("damaged rows are set aside unchanged; valid ones stay", async () => {
  const whole = await addRow(book.fills, fillOf("@4 RLRL"));
  const damaged = { ...whole, id: "torn", content: { text: 7 } };
  await book.table("fills").put(damaged);
  await book.table("plans").put({ id: whole.id, steps: "none" });
  expect(await setDamagedAside(book)).toBe(2);
  expect((await listRows(book.fills)).map(({ id }) => id)).toEqual([whole.id]);
  expect(await book.plans.count()).toBe(0);
  expect((await listSetAside(book)).map(({ content }) => content)).toEqual(
    expect.arrayContaining([damaged, { id: whole.id, steps: "none" }]),
  );
  expect(await setDamagedAside(book)).toBe(0);
});

test("rows set aside survive a recovery, and can be downloaded", async () => {
  await book.table("fills").put({ id: "torn", revision: 1, deletedAt: 0, updatedAt: 1, createdAt: 1, content: null });
  await setDamagedAside(book);
  await recoverUnsaved(book, new Set());
  expect(JSON.parse(await writeSetAside(book))).toMatchObject([{ of: "damaged:fills:torn", content: { id: "torn" } }]);
});
