import Dexie from "dexie";
import { expect, test, vi } from "vitest";
import { limitWrites } from "./limit-writes";
import { troubleOf } from "./trouble";

test("a write that hangs fails as silent; others succeed in their transactions", async () => {
  const name = crypto.randomUUID();
  const book = new Dexie(name);
  book.version(1).stores({ things: "id" });
  limitWrites(book, 300);
  await book.transaction("rw", book.table("things"), async () => {
    await book.table("things").put({ id: 1 });
    await book.table("things").put({ id: 2 });
    expect(Dexie.currentTransaction).not.toBeNull();
  });
  expect(await book.table("things").count()).toBe(2);
  await expect(book.table("things").add({ id: 1 })).rejects.toThrow(/exists|already|Constraint/i);
  // Another connection has locked the table.
  const other = new Dexie(name);
  other.version(1).stores({ things: "id" });
  let isHeld = true;
  let begun = () => {};
  const beginning = new Promise<void>((done) => {
    begun = done;
  });
  const holding = other.transaction("rw", other.table("things"), async () => {
    await other.table("things").put({ id: 1 });
    begun();
    while (isHeld) await other.table("things").get(1);
  });
  await beginning;
  const error = await book
    .table("things")
    .put({ id: 3 })
    .then(
      () => null,
      (failed: unknown) => failed,
    );
  expect(troubleOf(error)).toBe("silent");
  isHeld = false;
  await holding;
  await vi.waitFor(async () => expect(await book.table("things").count()).toBeGreaterThanOrEqual(2));
  book.close();
  other.close();
});
