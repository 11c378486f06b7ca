/** The player's book in the browser: one Dexie database, and another one for the demo that never touches it. */

import Dexie, { type Table } from "dexie";
import type { Fill } from "~/formats/fill";

export interface FillRow extends Fill {
  /** Counts saves, so that a tab can tell that another one has saved since. */
  readonly revision: number;
  /** When it went to the bin, or 0. */
  readonly deletedAt: number;
}

/** One row of settings, checked when it is read. */
interface PreferencesRow {
  readonly key: "player";
  readonly [setting: string]: unknown;
}
interface MarkRow {
  /** Things done once for this database. */
  readonly key: string;
  readonly at: number;
}

export class BookDatabase extends Dexie {
  fills!: Table<FillRow, string>;
  preferences!: Table<PreferencesRow, string>;
  marks!: Table<MarkRow, string>;

  constructor(name: string) {
    super(name);
    this.version(1).stores({ fills: "id, updatedAt, deletedAt", preferences: "key", marks: "key" });
  }
}

export type BookName = "own" | "demo";
const NAMES: Record<BookName, string> = { own: "dime-stack", demo: "dime-stack-demo" };

/** What fills a new demo book. */
export type DemoSource = () => Promise<readonly Fill[]>;

const opened = new Map<string, Promise<BookDatabase>>();

/** Opens the book once a page; a new demo book gets its content from `demo`. */
export function openBook(name: BookName, demo: DemoSource): Promise<BookDatabase> {
  const already = opened.get(name);
  if (already) return already;
  const book = prepareBook(name, demo);
  opened.set(name, book);
  // A failed opening (private mode, blocked storage) may be tried again.
  book.catch(() => opened.delete(name));
  return book;
}

async function prepareBook(name: BookName, demo: DemoSource): Promise<BookDatabase> {
  const database = new BookDatabase(NAMES[name]);
  await database.open();
  if (name === "demo" && !(await database.marks.get("demo-filled"))) {
    const fills = await demo();
    await database.transaction("rw", database.fills, database.marks, async () => {
      // Another tab may have come first.
      if (await database.marks.get("demo-filled")) return;
      await database.fills.bulkPut(fills.map((fill) => ({ ...fill, revision: 1, deletedAt: 0 })));
      await database.marks.put({ key: "demo-filled", at: Date.now() });
    });
  }
  return database;
}

/** Whether something has not been done yet for this database; marks it as done. */
export async function isFirstTime(database: BookDatabase, key: string): Promise<boolean> {
  return database.transaction("rw", database.marks, async () => {
    if (await database.marks.get(key)) return false;
    await database.marks.put({ key, at: Date.now() });
    return true;
  });
}
