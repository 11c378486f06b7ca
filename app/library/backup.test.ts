import { describe, expect, test } from "vitest";
import { addRow, saveRow } from "~/data/rows";
import { backUpByItself, backupStanding, makeBackup, noteBackup, snoozeBackup } from "./backup";
import { readBook } from "./book-file";
import type { BookDatabase } from "./database";
import { eachHasBook, fillOf } from "./testing";

let book: BookDatabase;
eachHasBook((made) => {
  book = made;
});
const SOON = 60_000;
const addFills = (count: number) =>
  Promise.all(Array.from({ length: count }, (_, index) => addRow(book.fills, fillOf("@4 RL", `Fill ${index}`))));

/** A folder on a disk, as far as backups use it. */
function makeFolder(permission: PermissionState = "granted") {
  const files = new Map<string, string>();
  const handle = {
    name: "Backups",
    queryPermission: async () => permission,
    getFileHandle: async (name: string) => ({
      createWritable: async () => ({ write: async (text: string) => files.set(name, text), close: async () => {} }),
    }),
    keys: async function* () {
      yield* [...files.keys()];
    },
    removeEntry: async (name: string) => files.delete(name),
  };
  return { files, handle: handle as unknown as FileSystemDirectoryHandle };
}

describe("what is at risk", () => {
  test("is what changed since the last backup, and is told once it is worth a word", async () => {
    expect(await backupStanding(book)).toEqual({ last: null, atRisk: 0, folder: null, isDue: false });
    const [first] = await addFills(20);
    expect(await backupStanding(book)).toMatchObject({ atRisk: 20, isDue: true });
    await snoozeBackup(book, 20);
    expect((await backupStanding(book)).isDue).toBe(false);
    await addFills(20);
    expect(await backupStanding(book)).toMatchObject({ atRisk: 40, isDue: true });
    await noteBackup(book, Date.now() + 1);
    expect(await backupStanding(book)).toMatchObject({ atRisk: 0, isDue: false });
    await new Promise((done) => setTimeout(done, 5));
    await saveRow(book.fills, first?.id ?? "", 1, fillOf("@4 RLK"));
    expect((await backupStanding(book)).atRisk).toBe(1);
  });
});

describe("a backup", () => {
  test("is the whole book, and says its day", async () => {
    await addFills(3);
    const { name, text } = await makeBackup(book, Date.UTC(2026, 2, 4));
    expect(name).toBe("dime-stack-backup-2026-03-04.dimestack");
    const read = await readBook(text);
    expect(read.ok && read.fills).toHaveLength(3);
  });
  test("goes into the chosen folder by itself, when something is at risk and only with leave; old ones go", async () => {
    await addFills(2);
    const now = Date.now() + SOON;
    expect(await backUpByItself(book, now)).toBe(false);
    const folder = makeFolder();
    folder.files.set("dime-stack-backup-2001-01-01.dimestack", "old");
    folder.files.set("holiday.jpg", "theirs");
    // A database that is not a browser's can't keep a folder: the mark is looked up.
    const get = book.marks.get.bind(book.marks);
    Object.assign(book.marks, {
      get: (key: string) =>
        key === "backup-folder" ? Promise.resolve({ key, at: 0, folder: folder.handle }) : get(key),
    });
    expect(await backUpByItself(book, now)).toBe(true);
    expect([...folder.files.keys()].sort()).toEqual([
      `dime-stack-backup-${new Date(now).toISOString().slice(0, 10)}.dimestack`,
      "holiday.jpg",
    ]);
    expect(await backUpByItself(book, now)).toBe(false);
    folder.files.clear();
    const denied = makeFolder("denied");
    Object.assign(book.marks, {
      get: (key: string) =>
        Promise.resolve(key === "backup-folder" ? { key, at: 0, folder: denied.handle } : undefined),
    });
    expect(await backUpByItself(book, now)).toBe(false);
    expect(denied.files.size).toBe(0);
    const unasked = makeFolder("prompt");
    Object.assign(book.marks, {
      get: (key: string) =>
        Promise.resolve(key === "backup-folder" ? { key, at: 0, folder: unasked.handle } : undefined),
    });
    await addFills(1);
    expect(await backUpByItself(book, now + SOON)).toBe(false);
    expect(unasked.files.size).toBe(0);
  });
});
