import Dexie from "dexie";
import { describe, expect, test } from "vitest";
import { addRow, binRow, saveRow } from "~/data/rows";
import { backUpToFolder, backupStanding, makeBackup, snoozeBackup } from "./backup";
import { readBook } from "./book-reader";
import { markRudiment } from "./cell/keep";
import { BookDatabase } from "./database";
import { changeFlowRecord } from "./flow/record";
import { EMPTY_BOOK } from "./kinds";
import { newPlan } from "./practice/plan";
import { changePlan, keepRun, listFillDays, listRuns, putRuns } from "./practice/store";
import { eachHasBook, fillOf, runOf } from "./testing";
import { importBook, previewImport } from "./transfer";

let book: BookDatabase;
eachHasBook((made) => {
  book = made;
});
const SOON = 60_000;
const addFills = (count: number) =>
  Promise.all(Array.from({ length: count }, (_, index) => addRow(book.fills, fillOf("@4 RL", `Fill ${index}`))));

/** A folder on a disk, as far as backups need one. */
function makeFolder(permission: PermissionState = "granted") {
  const files = new Map<string, unknown>();
  const handle = {
    name: "Backups",
    queryPermission: async () => permission,
    getFileHandle: async (name: string) => ({
      createWritable: async () => ({ write: async (bytes: unknown) => files.set(name, bytes), close: async () => {} }),
    }),
    keys: async function* () {
      yield* [...files.keys()];
    },
    removeEntry: async (name: string) => files.delete(name),
  };
  return { files, handle: handle as unknown as FileSystemDirectoryHandle };
}

const standing = (now = Date.now()) => backupStanding(book, now);
const backUp = async (now = Date.now()) => (await makeBackup(book, now)).note();

/** A database outside a browser can't store a folder, so this looks up the mark. */
function putFolder(folder: ReturnType<typeof makeFolder>) {
  const { get } = Object.getPrototypeOf(book.marks) as { readonly get: (key: string) => Promise<unknown> };
  Object.assign(book.marks, {
    get: (key: string) =>
      key === "backup-folder" ? Promise.resolve({ key, at: 0, folder: folder.handle }) : get.call(book.marks, key),
  });
}

const runAt = (at: number) => runOf(`run-${at}`, at);

describe("changes at risk", () => {
  test("are those since the last backup, and reported once there are enough", async () => {
    expect(await standing()).toEqual({ last: null, atRisk: 0, folder: null, isDue: false });
    const [first] = await addFills(20);
    expect(await standing()).toMatchObject({ atRisk: 20, isDue: true });
    await snoozeBackup(book);
    expect((await standing()).isDue).toBe(false);
    await addFills(20);
    expect(await standing()).toMatchObject({ atRisk: 40, isDue: true });
    await backUp();
    expect(await standing()).toMatchObject({ atRisk: 0, isDue: false });
    await saveRow(book.fills, first?.id ?? "", 1, fillOf("@4 RLK"));
    await saveRow(book.fills, first?.id ?? "", 2, fillOf("@4 RLKK"));
    expect((await standing()).atRisk).toBe(1);
  });

  test("include deletions, old imports, plans, marks, records and days of practice", async () => {
    const [first] = await addFills(1);
    await backUp();
    await binRow(book.fills, first?.id ?? "");
    expect((await standing()).atRisk).toBe(1);
    await backUp();
    await book.fills.delete(first?.id ?? "");
    expect((await standing()).atRisk).toBe(1);
    await backUp();
    await importBook(book, {
      ...EMPTY_BOOK,
      fills: [{ id: "old", createdAt: 1, updatedAt: 1, content: fillOf("@4 R") }],
    });
    await changePlan(book, "old", (plan) => ({ ...plan, cleanInRow: 5 }));
    await markRudiment(book, "flam", { favourite: true });
    await changeFlowRecord(book, "flow", (record) => record);
    expect((await standing()).atRisk).toBe(4);
    await keepRun(book, runAt(5));
    await keepRun(book, runAt(6));
    expect((await standing()).atRisk).toBe(5);
    await previewImport(book, EMPTY_BOOK);
    expect((await standing()).atRisk).toBe(5);
  });

  test("include changes made during the backup", async () => {
    const [first] = await addFills(2);
    const { note } = await makeBackup(book, Date.now());
    await saveRow(book.fills, first?.id ?? "", 1, fillOf("@4 RLK"));
    await note();
    expect((await standing()).atRisk).toBe(1);
  });

  test("ignore a wrong clock: a backup dated in the future counts as none", async () => {
    await addFills(25);
    await keepRun(book, runAt(5));
    const YEAR = 365 * 86_400_000;
    await backUp(Date.now() + 5 * YEAR);
    expect(await standing()).toMatchObject({ last: null, atRisk: 26, isDue: true });
    expect(await standing(Date.now() + 6 * YEAR)).toMatchObject({ atRisk: 0, isDue: false });
    await backUp();
    expect((await standing()).last).not.toBeNull();
    await addFills(1);
    expect((await standing()).atRisk).toBe(1);
    // A clock that is years behind.
    expect((await standing(1)).last).toBeNull();
  });

  test("of an older book are those its last backup lacks, or all if it is dated in the future", async () => {
    const day = 86_400_000;
    for (const [at, expected] of [
      [40 * day, ["fills:new", "fills:binned", "plans:new", "runs:41", "runs:40"]],
      [
        9e12,
        [
          "fills:new",
          "fills:old",
          "fills:binned",
          "plans:new",
          "plans:old",
          "rudiments:flam",
          "runs:3",
          "runs:40",
          "runs:41",
        ],
      ],
    ] as const) {
      const name = crypto.randomUUID();
      const old = new Dexie(name);
      const rows = "id, updatedAt, deletedAt";
      old.version(9).stores({
        ...Object.fromEntries(
          ["flows", "lessons", "fills", "cells", "searches", "kits", "grooves"].map((key) => [key, rows]),
        ),
        rudiments: "id",
        plans: "id",
        runs: "day",
        flowRecords: "id",
        preferences: "key",
        marks: "key",
        journal: "key, of",
      });
      const row = { createdAt: 1, content: fillOf("@4 R"), revision: 1 };
      await old.table("fills").bulkAdd([
        { ...row, id: "new", updatedAt: 41 * day, deletedAt: 0 },
        { ...row, id: "old", updatedAt: 30 * day, deletedAt: 0 },
        { ...row, id: "binned", updatedAt: 30 * day, deletedAt: 41 * day },
      ]);
      await old.table("plans").bulkAdd([
        { ...newPlan("new"), lastPractised: 41 },
        { ...newPlan("old"), lastPractised: 3 },
      ]);
      await old.table("rudiments").add({ id: "flam", favourite: true, tags: [] });
      const runs = (of: number) => ({ day: of, text: JSON.stringify([runAt(of * day)]) });
      await old.table("runs").bulkAdd([runs(3), runs(40), runs(41)]);
      await old.table("marks").put({ key: "backup", at });
      old.close();
      const upgraded = new BookDatabase(name);
      const changes = await upgraded.changes.toArray();
      expect(changes.map(({ key }) => key).sort()).toEqual([...expected].sort());
      upgraded.close();
    }
  });
});

describe("a backup", () => {
  test("is the whole book, and names its day", async () => {
    await addFills(3);
    const { name, bytes } = await makeBackup(book, Date.UTC(2026, 2, 4));
    expect(name).toBe("dime-stack-backup-2026-03-04.dimestack");
    const read = await readBook(bytes);
    expect(read.ok && read.fills).toHaveLength(3);
  });
  test("of a large book is compressed, and comes back equal", async () => {
    await putRuns(
      book,
      Array.from({ length: 12_000 }, (_, index) => runAt(index * 3_600_000)),
    );
    await addFills(2);
    const { bytes } = await makeBackup(book, 0);
    expect([...bytes.slice(0, 2)]).toEqual([0x1f, 0x8b]);
    expect(bytes.length).toBeLessThan(400_000);
    const read = await readBook(bytes);
    if (!read.ok) throw new Error(JSON.stringify(read.problem));
    const other = new BookDatabase(crypto.randomUUID());
    await importBook(other, read);
    expect(await listRuns(other)).toEqual(await listRuns(book));
    expect(await listFillDays(other)).toEqual(await listFillDays(book));
    expect(await importBook(other, read)).toMatchObject({ runs: { added: 0, same: 12_000, merged: 0 } });
    other.close();
  });
  test("never clears the folder because of a wrong clock: the new one is among the kept", async () => {
    const folder = makeFolder();
    for (let day = 10; day < 26; day++) folder.files.set(`dime-stack-backup-2099-01-${day}.dimestack`, "x");
    putFolder(folder);
    await addFills(1);
    expect(await backUpToFolder(book, Date.UTC(2026, 0, 1))).toBe(true);
    const names = [...folder.files.keys()];
    expect(names).toContain("dime-stack-backup-2026-01-01.dimestack");
    expect(names).toHaveLength(15);
  });
  test("goes to the chosen folder automatically, if something is at risk and with permission; old ones go", async () => {
    await addFills(2);
    const now = Date.now() + SOON;
    expect(await backUpToFolder(book, now)).toBe(false);
    const folder = makeFolder();
    for (let day = 10; day < 24; day++) folder.files.set(`dime-stack-backup-2001-01-${day}.dimestack`, "old");
    folder.files.set("holiday.jpg", "theirs");
    putFolder(folder);
    expect(await backUpToFolder(book, now)).toBe(true);
    const names = [...folder.files.keys()];
    expect(names).toContain(`dime-stack-backup-${new Date(now).toISOString().slice(0, 10)}.dimestack`);
    expect(names).toContain("holiday.jpg");
    expect(names).not.toContain("dime-stack-backup-2001-01-10.dimestack");
    expect(names).toHaveLength(15);
    expect(await backUpToFolder(book, now)).toBe(false);
    folder.files.clear();
    const denied = makeFolder("denied");
    putFolder(denied);
    expect(await backUpToFolder(book, now)).toBe(false);
    expect(denied.files.size).toBe(0);
    const unasked = makeFolder("prompt");
    putFolder(unasked);
    await addFills(1);
    expect(await backUpToFolder(book, now + SOON)).toBe(false);
    expect(unasked.files.size).toBe(0);
  });
});
