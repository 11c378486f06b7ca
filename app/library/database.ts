/** The player's book in the browser: one Dexie database, and another for the demo that never touches it. */

import Dexie, { type Table } from "dexie";
import { verifySaves } from "~/data/autosave";
import type { JournalTable } from "~/data/journal";
import { limitWrites } from "~/data/limit-writes";
import type { Row, RowTable } from "~/data/rows";
import { isPassing, makeTrouble, noteOutdated, troubleOf, withTimeout } from "~/data/trouble";
import type { RudimentMark } from "./cell/content";
import { bringUpToChanges, type ChangeRow, trackChanges } from "./changes";
import type { FlowRecordRow } from "./flow/record";
import { type BookContents, type Contents, KEYS, KINDS, loadKinds, type RowKey } from "./kinds";
import { isFirstTime } from "./marks";
import type { PlanRow } from "./practice/plan";
import type { PracticeDay } from "./practice/practice-day";
import type { RunDay } from "./practice/run-day";
import { ALL_CHOICES } from "./preferences";

export type FillRow = Row<Contents["fills"]>;
export type CellRow = Row<Contents["cells"]>;
export type SearchRow = Row<Contents["searches"]>;
export type KitRow = Row<Contents["kits"]>;
export type GrooveRow = Row<Contents["grooves"]>;
export type FlowRow = Row<Contents["flows"]>;
export type LessonRow = Row<Contents["lessons"]>;

/** A preference, checked when read; or all of them together, as stored by earlier versions. */
interface PreferencesRow {
  readonly key: string;
  readonly [setting: string]: unknown;
}
interface MarkRow {
  /** What has been done for this database. */
  readonly key: string;
  readonly at: number;
  /** The backup folder. */
  readonly folder?: FileSystemDirectoryHandle;
}

/** The indexes of each kind's table. */
const INDEXES: Partial<Record<string, string>> = { rudiments: "id", plans: "id", runs: "day", flowRecords: "id" };
const ROW_INDEXES = "id, updatedAt, deletedAt";
export const LATEST_VERSION = 10;
/** The version that introduced the journal. */
const JOURNAL_VERSION = 7;
/** The version that introduced the list of changes and the run summaries. */
const CHANGES_VERSION = 10;

type RowTables = { readonly [K in RowKey]: RowTable<Contents[K]> };

export interface BookDatabase extends RowTables {}

// biome-ignore lint/suspicious/noUnsafeDeclarationMerging: the tables of all kinds, as the list of kinds has them
export class BookDatabase extends Dexie {
  rudiments!: Table<RudimentMark, string>;
  plans!: Table<PlanRow, string>;
  runs!: Table<RunDay, number>;
  /** Summaries of the runs, by day. */
  practiceDays!: Table<PracticeDay, number>;
  flowRecords!: Table<FlowRecordRow, string>;
  preferences!: Table<PreferencesRow, string>;
  marks!: Table<MarkRow, string>;
  journal!: JournalTable;
  changes!: Table<ChangeRow, string>;

  constructor(name: string) {
    super(name);
    for (let version = 1; version <= LATEST_VERSION; version++) {
      const added = KEYS.filter((key) => KINDS[key].since.database === version);
      const tables = Object.fromEntries(added.map((key) => [key, INDEXES[key] ?? ROW_INDEXES]));
      if (version === 1) Object.assign(tables, { preferences: "key", marks: "key" });
      if (version === JOURNAL_VERSION) Object.assign(tables, { journal: "key, of" });
      if (version === CHANGES_VERSION) Object.assign(tables, { changes: "key", practiceDays: "day, [day+runs]" });
      const stores = this.version(version).stores(tables);
      if (version === CHANGES_VERSION) stores.upgrade(bringUpToChanges);
    }
    trackChanges(this, KEYS);
    limitWrites(this);
  }

  /** The tables of all kinds and those derived from them, for a transaction over the whole book. */
  get allKinds(): Table[] {
    return [...KEYS.map((key) => this.table(key)), this.practiceDays];
  }
}

export type BookName = "own" | "demo";
const NAMES: Record<BookName, string> = { own: "dime-stack", demo: "dime-stack-demo" };

/** The package multiplies version numbers by ten. */
const VERSION_STEP = 10;
/** If opening takes longer, we report it. Milliseconds. */
const SILENT_AFTER = 10_000;

const OPENING_TRIES = 4;
/** Milliseconds. */
const TRY_AGAIN = 500;
/** Milliseconds. A browser may close a database before deleting it, so that we would reopen the one being deleted. */
const LOOK_AFTER = [0, 500, 2_000, 5_000, 15_000];

function lookWhetherAllIsThere() {
  for (const time of LOOK_AFTER) setTimeout(() => void verifySaves().catch(console.error), time);
}

/** The contents of a new demo book. */
export type DemoSource = () => Promise<BookContents>;

const opened = new Map<string, Promise<BookDatabase>>();

/** Opens the book once per page; a new demo book gets its contents from `demo`. */
export function openBook(name: BookName, demo: DemoSource): Promise<BookDatabase> {
  const already = opened.get(name);
  if (already) return already;
  const book = prepareBook(name, demo);
  opened.set(name, book);
  // A failed opening (private mode, blocked storage) may be retried.
  book.catch(() => opened.delete(name));
  return book;
}

/** A connection to the book. */
export async function openDatabase(name: BookName): Promise<BookDatabase> {
  const database = new BookDatabase(NAMES[name]);
  let isBlocked = false;
  database.on("blocked", () => {
    isBlocked = true;
  });
  for (let left = OPENING_TRIES; ; left--) {
    try {
      await withTimeout(SILENT_AFTER, database.open(), () => makeTrouble(isBlocked ? "BlockedError" : "SilentError"));
      break;
    } catch (error) {
      // Right after a crash, the browser may still hold the database's files.
      if (left <= 1 || !isPassing(error) || troubleOf(error) === "silent" || isBlocked) throw error;
      await new Promise((done) => setTimeout(done, TRY_AGAIN));
    }
  }
  // Opening it could read an earlier version's tables, but we don't know what a later version stores in them.
  if (database.backendDB().version > LATEST_VERSION * VERSION_STEP) {
    database.close();
    throw makeTrouble("VersionError");
  }
  // The browser closes the database when site data is cleared.
  database.on("close", lookWhetherAllIsThere);
  database.on("versionchange", ({ newVersion }) => {
    // After deletion, the next access opens a new one. After an upgrade by a later version, this page must be reloaded.
    if (!newVersion) {
      lookWhetherAllIsThere();
      return true;
    }
    noteOutdated();
    database.close();
    return false;
  });
  return database;
}

/** One mark per part of the demo, so that an older demo book gets the parts added later. */
const DEMO_MARKS = [...new Set(KEYS.map((key) => KINDS[key].demo))];

async function prepareBook(name: BookName, demo: DemoSource): Promise<BookDatabase> {
  const database = await openDatabase(name);
  if (name === "demo" && (await database.marks.bulkGet(DEMO_MARKS)).includes(undefined)) {
    const [content, kinds, { fillBook }] = await Promise.all([demo(), loadKinds(), import("./transfer")]);
    await database.transaction(
      "rw",
      [...database.allKinds, database.changes, database.preferences, database.marks],
      async () => {
        // Another tab may have been faster.
        const isNew = new Map<string, boolean>();
        for (const mark of DEMO_MARKS) isNew.set(mark, await isFirstTime(database, mark));
        await fillBook(
          database,
          kinds,
          content,
          KEYS.filter((key) => isNew.get(KINDS[key].demo)),
        );
        // The demo can be restored at any time.
        await database.changes.clear();
        const [own] = content.kits;
        if (!own || !isNew.get(KINDS.kits.demo)) return;
        // The demo drummer plays her own kit, unless the player has already chosen one.
        const earlier = await database.preferences.get(ALL_CHOICES);
        await database.preferences.put({ kit: own.id, ...earlier, key: ALL_CHOICES });
      },
    );
  }
  return database;
}
