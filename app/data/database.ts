/** The player's book in the browser: one Dexie database, and another one for the demo that never touches it. */

import Dexie, { type Table } from "dexie";
import type { CellContent, OwnCell, RudimentMark } from "~/formats/cell";
import type { Fill, FillContent } from "~/formats/fill";
import type { GrooveContent, SavedGroove } from "~/formats/groove";
import type { KitContent, SavedKit } from "~/formats/kit";
import type { PlanRow } from "~/formats/plan";
import type { Run } from "~/formats/run";
import type { SavedSearch, SearchContent } from "~/formats/search";
import type { Row, RowTable } from "./rows";

export type FillRow = Row<FillContent>;
export type CellRow = Row<CellContent>;
export type SearchRow = Row<SearchContent>;
export type KitRow = Row<KitContent>;
export type GrooveRow = Row<GrooveContent>;

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

/** The runs of one day, as JSON. */
interface RunsOfDay {
  /** Days since 1970, of the world's clock. */
  readonly day: number;
  readonly text: string;
}

export class BookDatabase extends Dexie {
  fills!: RowTable<FillContent>;
  cells!: RowTable<CellContent>;
  rudiments!: Table<RudimentMark, string>;
  searches!: RowTable<SearchContent>;
  kits!: RowTable<KitContent>;
  grooves!: RowTable<GrooveContent>;
  plans!: Table<PlanRow, string>;
  runs!: Table<RunsOfDay, number>;
  preferences!: Table<PreferencesRow, string>;
  marks!: Table<MarkRow, string>;

  constructor(name: string) {
    super(name);
    this.version(1).stores({ fills: "id, updatedAt, deletedAt", preferences: "key", marks: "key" });
    this.version(2).stores({ cells: "id, updatedAt, deletedAt", rudiments: "id" });
    this.version(3).stores({ searches: "id, updatedAt, deletedAt" });
    this.version(4).stores({ kits: "id, updatedAt, deletedAt" });
    this.version(5).stores({ grooves: "id, updatedAt, deletedAt" });
    this.version(6).stores({ plans: "id", runs: "day" });
  }
}

export type BookName = "own" | "demo";
const NAMES: Record<BookName, string> = { own: "dime-stack", demo: "dime-stack-demo" };

export interface DemoBook {
  readonly fills: readonly Fill[];
  readonly cells: readonly OwnCell[];
  readonly rudiments: readonly RudimentMark[];
  readonly searches: readonly SavedSearch[];
  readonly kits: readonly SavedKit[];
  readonly grooves: readonly SavedGroove[];
  readonly plans: readonly PlanRow[];
  readonly runs: readonly Run[];
}
/** What fills a new demo book. */
export type DemoSource = () => Promise<DemoBook>;

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

/** One mark for each part of the demo, so that a demo book of an earlier version gets the parts that came later. */
const FILLS_MARK = "demo-filled";
const CELLS_MARK = "demo-cells-filled";
const SEARCHES_MARK = "demo-searches-filled";
const KITS_MARK = "demo-kits-filled";
const GROOVES_MARK = "demo-grooves-filled";
const RUNS_MARK = "demo-runs-filled";
const DEMO_MARKS = [FILLS_MARK, CELLS_MARK, SEARCHES_MARK, KITS_MARK, GROOVES_MARK, RUNS_MARK];

async function prepareBook(name: BookName, demo: DemoSource): Promise<BookDatabase> {
  const database = new BookDatabase(NAMES[name]);
  await database.open();
  const { fills, cells, rudiments, searches, kits, grooves, plans, runs, preferences, marks } = database;
  if (name === "demo" && (await marks.bulkGet(DEMO_MARKS)).includes(undefined)) {
    const [content, { putRuns }] = await Promise.all([demo(), import("./practice")]);
    await database.transaction(
      "rw",
      [fills, cells, rudiments, searches, kits, grooves, plans, runs, preferences, marks],
      async () => {
        // Another tab may have come first.
        if (await isFirstTime(database, FILLS_MARK)) await fills.bulkPut(content.fills.map(newRow));
        if (await isFirstTime(database, CELLS_MARK)) {
          await cells.bulkPut(content.cells.map(newRow));
          await rudiments.bulkPut([...content.rudiments]);
        }
        if (await isFirstTime(database, SEARCHES_MARK)) await searches.bulkPut(content.searches.map(newRow));
        if (await isFirstTime(database, GROOVES_MARK)) await grooves.bulkPut(content.grooves.map(newRow));
        if (await isFirstTime(database, RUNS_MARK)) {
          await plans.bulkPut([...content.plans]);
          await putRuns(database, content.runs);
        }
        if (await isFirstTime(database, KITS_MARK)) {
          await kits.bulkPut(content.kits.map(newRow));
          // The demo's drummer plays her own; whoever has chosen one already keeps it.
          const [own] = content.kits;
          const chosen = (await preferences.get("player")) ?? { key: "player" };
          if (own) await preferences.put({ kit: own.id, ...chosen, key: "player" });
        }
      },
    );
  }
  return database;
}

function newRow<Item extends object>(item: Item): Item & { revision: number; deletedAt: number } {
  return { ...item, revision: 1, deletedAt: 0 };
}

/** Whether something has not been done yet for this database; marks it as done. */
export async function isFirstTime(database: BookDatabase, key: string): Promise<boolean> {
  return database.transaction("rw", database.marks, async () => {
    if (await database.marks.get(key)) return false;
    await database.marks.put({ key, at: Date.now() });
    return true;
  });
}
