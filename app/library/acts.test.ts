import { expect, test } from "vitest";
import { Page } from "~/data/page";
import { addRow, getRow, listBin, listRows } from "~/data/rows";
import { actEntry, carryOut, copyFill } from "./acts";
import type { BookDatabase } from "./database";
import { keepRun, listRuns, noteRun } from "./practice/store";
import { recoverUnsaved } from "./recover";
import { eachHasBook, fillOf, runOf } from "./testing";

let book: BookDatabase;
eachHasBook((made) => {
  book = made;
});
const NONE = new Set<string>();

/** What a page noted in a press before it was killed. */
async function press(act: object, page = new Page()) {
  await book.journal.put(actEntry(act, page));
  return page;
}

test("presses on a killed page are carried out once, in order, when the book opens", async () => {
  const [one, two] = [
    await addRow(book.fills, fillOf("@4 RL", "one")),
    await addRow(book.fills, fillOf("@4 LR", "two")),
  ];
  const page = await press({ do: "bin", key: "fills", ids: [one.id, two.id] });
  await press({ do: "restore", key: "fills", ids: [two.id] }, page);
  await press({ do: "copy", id: two.id, copyId: "copy" }, page);
  expect(await recoverUnsaved(book, new Set([page.id]))).toBe(0);
  expect(await recoverUnsaved(book, NONE)).toBe(3);
  expect((await listBin(book.fills)).map(({ id }) => id)).toEqual([one.id]);
  expect((await getRow(book.fills, "copy"))?.content.name).toBe("two (copy)");
  expect(await book.journal.count()).toBe(0);
  expect(await recoverUnsaved(book, NONE)).toBe(0);
});

test("an act carried out twice happens once, and leaves no entry", async () => {
  const { id } = await addRow(book.fills, fillOf("@4 RL", "one"));
  const entry = actEntry({ do: "copy", id, copyId: "copy" });
  await book.journal.put(entry);
  await carryOut(book, entry.key, { do: "copy", id, copyId: "copy" });
  expect((await copyFill(book, id, "copy"))?.id).toBe("copy");
  expect(await copyFill(book, "gone", "other")).toBeNull();
  expect(await listRows(book.fills)).toHaveLength(2);
  expect(await book.journal.count()).toBe(0);
});

test("an unreadable act stays where it is and harms nothing", async () => {
  const { id } = await addRow(book.fills, fillOf("@4 RL"));
  await press({ do: "bin", key: "runs", ids: [id] });
  await press({ do: "explode" });
  expect(await recoverUnsaved(book, NONE)).toBe(0);
  expect(await listRows(book.fills)).toHaveLength(1);
});

test("a judged run is in the journal before the book, and never removes a note", async () => {
  const run = runOf("r", 5);
  await press({ do: "run", run });
  await recoverUnsaved(book, NONE);
  expect(await listRuns(book)).toEqual([run]);
  await noteRun(book, run, "slower");
  await press({ do: "run", run });
  await recoverUnsaved(book, NONE);
  expect(await listRuns(book)).toEqual([{ ...run, note: "slower" }]);
  await keepRun(book, { ...run, id: "s" });
  expect(await book.journal.count()).toBe(0);
});
