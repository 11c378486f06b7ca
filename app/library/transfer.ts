/** The whole book out to a file, and a file's contents into the book. */

import { type Item, listBin, listRows, type Row, type RowTable, restoreRow, toItem } from "~/data/rows";
import { sameText } from "~/data/same";
import type { BookDatabase } from "./database";
import type { Merging, OwnKind, Ref, RowKind } from "./kind";
import {
  type BookContents,
  EMPTY_BOOK,
  type Items,
  KEYS,
  type KindKey,
  type Loaded,
  loadKinds,
  type RowKey,
  recordOf,
} from "./kinds";
import { recoverUnsaved } from "./recover";

/**
 * The result for an item of a file: "same" was already in the book, "beside" was added beside another version of it,
 * "merged" was merged with the existing one.
 */
export type Taken = "added" | "same" | "beside" | "merged";
export type ImportCount = Readonly<Record<KindKey, Readonly<Record<Taken, number>>>>;

type AnyKind = Awaited<ReturnType<typeof loadKinds>>[KindKey];
/** A kind with any content: the list of kinds pairs each with its own table. */
type AnyRows = RowKind<unknown>;

function asRows(kind: AnyKind): AnyRows | null {
  return kind.shape === "rows" ? kind : null;
}

function tableOf(book: BookDatabase, key: string): RowTable<unknown> {
  return book.table(key);
}

async function gatherKind(book: BookDatabase, key: KindKey, kind: AnyKind): Promise<readonly unknown[]> {
  if (kind.shape === "own") return kind.gather(book);
  return (await listRows(tableOf(book, key))).map(toItem);
}

/** Everything but the bin and the preferences. */
export async function gatherBook(book: BookDatabase): Promise<BookContents> {
  const kinds = await loadKinds();
  await recoverUnsaved(book);
  return book.transaction("r", book.allKinds, async () => {
    const entries: [KindKey, readonly unknown[]][] = [];
    for (const key of KEYS) entries.push([key, await gatherKind(book, key, kinds[key])]);
    return recordOf<BookContents>(entries);
  });
}

/** Some things of the book with everything they refer to: for example a fill with its own groove. */
export async function gatherWithRefs<K extends RowKey>(
  book: BookDatabase,
  key: K,
  items: readonly Items[K][],
): Promise<BookContents> {
  const kinds = await loadKinds();
  const found = new Map<string, Map<string, unknown>>();
  const add = async (of: KindKey, item: Item<unknown>) => {
    const own = found.get(of) ?? new Map<string, unknown>();
    found.set(of, own);
    if (own.has(item.id)) return;
    own.set(item.id, item);
    for (const ref of asRows(kinds[of])?.listRefs(item.content) ?? []) {
      const row = await tableOf(book, ref.key).get(ref.id);
      if (row) await add(ref.key, toItem(row));
    }
  };
  for (const item of items) await add(key, item);
  const gathered = [...found].map(([of, own]) => [of, [...own.values()]]);
  return { ...EMPTY_BOOK, ...Object.fromEntries(gathered) };
}

const BESIDE = "--";

/** Every device gives the same version the same id, so that books don't grow when they are merged back and forth. */
function besideId(id: string, text: string): string {
  return `${id.split(BESIDE)[0]?.slice(0, 48)}${BESIDE}${shortHash(text)}`;
}

/** 48 bits of FNV-1a, as two halves: an id only has to differ from a few relatives. */
function shortHash(text: string): string {
  let [high, low] = [0x811c9dc5, 0x01000193];
  for (let at = 0; at < text.length; at++) {
    high = Math.imul(high ^ text.charCodeAt(at), 0x01000193);
    low = Math.imul(low ^ text.charCodeAt(text.length - 1 - at), 0x01000193);
  }
  return `${(high >>> 8).toString(16).padStart(6, "0")}${(low >>> 8).toString(16).padStart(6, "0")}`;
}

/** The version stored beside another elsewhere may be the version here. */
function originalOf(id: string, text: string, byId: ReadonlyMap<string, Row<unknown>>): Row<unknown> | undefined {
  const at = id.lastIndexOf(BESIDE);
  const original = at < 0 ? undefined : byId.get(id.slice(0, at));
  return original?.deletedAt === 0 && sameText(original.content) === text ? original : undefined;
}

interface Planned {
  readonly item: Item<unknown>;
  readonly id: string;
  readonly taken: Taken;
}

/** Decides what happens to each item before any is written, so that references can follow new ids. */
async function planRows(
  book: BookDatabase,
  key: KindKey,
  kind: AnyRows,
  items: readonly unknown[],
  idOf: (ref: Ref) => string,
): Promise<Planned[]> {
  const table = tableOf(book, key);
  const rows = await table.toArray();
  const byId = new Map(rows.map((row) => [row.id, row]));
  const byText = new Map(rows.filter(({ deletedAt }) => deletedAt === 0).map((row) => [sameText(row.content), row]));
  const planned: Planned[] = [];
  for (const given of items) {
    const item = kind.item.parse(given);
    const content = kind.rename(item.content, idOf);
    const text = sameText(content);
    const row = byId.get(item.id);
    const isTaken = row !== undefined && sameText(kind.content.parse(row.content)) !== text;
    // Beside another version, or of a kind without duplicates: the same content may exist under another id.
    const twin = isTaken || kind.isOncePerContent ? byText.get(text) : originalOf(item.id, text, byId);
    if (twin ?? (row && !isTaken)) planned.push({ item, id: (twin ?? row)?.id ?? item.id, taken: "same" });
    else if (isTaken) {
      const id = besideId(item.id, text);
      const stored = byId.get(id);
      if (!stored) planned.push({ item, id, taken: "beside" });
      else if (sameText(stored.content) === text) planned.push({ item, id, taken: "same" });
      // It was changed after it was imported.
      else planned.push({ item, id: crypto.randomUUID(), taken: "beside" });
    } else planned.push({ item, id: item.id, taken: "added" });
  }
  return planned;
}

/** Imports all or nothing, and loses nothing that is there: binned things are restored, and practice is merged. */
export async function importBook(book: BookDatabase, contents: BookContents): Promise<ImportCount> {
  return (await takeBook(book, contents)).counts;
}

/** The same for shared contents; returns the id of the first thing of `key` in the book. */
export async function importShared(book: BookDatabase, key: RowKey, contents: BookContents): Promise<string> {
  const [first] = contents[key];
  if (!first) throw new RangeError("nothing of that kind was shared");
  return (await takeBook(book, contents)).idOf({ key, id: first.id });
}

/** What an import would do, without doing it. */
export async function previewImport(book: BookDatabase, contents: BookContents): Promise<ImportCount> {
  const kinds = await loadKinds();
  return book.transaction("r", book.allKinds, async () => (await planImport(book, kinds, contents)).counts);
}

async function takeBook(book: BookDatabase, contents: BookContents): Promise<Omit<ImportPlan, "write">> {
  const kinds = await loadKinds();
  return book.transaction("rw", book.allKinds, async () => {
    const { write, ...plan } = await planImport(book, kinds, contents);
    await write();
    return plan;
  });
}

interface ImportPlan {
  readonly counts: ImportCount;
  /** The book's id for something in the file. */
  readonly idOf: (ref: Ref) => string;
  readonly write: () => Promise<void>;
}

/** Only reads; call `write` in the same transaction. */
async function planImport(book: BookDatabase, kinds: Loaded, contents: BookContents): Promise<ImportPlan> {
  const plans = new Map<KindKey, Planned[]>();
  const ids = new Map<string, string>();
  const idOf = ({ key, id }: Ref) => ids.get(`${key} ${id}`) ?? id;
  // Kinds that others refer to come later in the list: their ids are known before the referring ones are compared.
  for (const key of KEYS.toReversed()) {
    const kind = asRows(kinds[key]);
    if (!kind) continue;
    const planned = await planRows(book, key, kind, contents[key], idOf);
    plans.set(key, planned);
    for (const { item, id } of planned) ids.set(`${key} ${item.id}`, id);
  }
  const counts: Partial<Record<KindKey, Record<Taken, number>>> = {};
  const writes: (() => Promise<unknown>)[] = [];
  for (const key of KEYS) {
    const kind = kinds[key];
    const count = { added: 0, same: 0, beside: 0, merged: 0 };
    counts[key] = count;
    const rows = asRows(kind);
    if (!rows) {
      const merging = await mergeOwn(book, kind, contents[key]);
      Object.assign(count, merging.counts);
      writes.push(merging.write);
      continue;
    }
    const table = tableOf(book, key);
    const binned = new Set((await listBin(table)).map(({ id }) => id));
    const added: Row<unknown>[] = [];
    for (const { item, id, taken } of plans.get(key) ?? []) {
      count[taken]++;
      if (taken !== "same")
        added.push({ ...item, id, content: rows.rename(item.content, idOf), revision: 1, deletedAt: 0 });
      else if (binned.has(id)) writes.push(() => restoreRow(table, id));
    }
    writes.push(() => table.bulkAdd(added));
  }
  const write = async () => {
    for (const one of writes) await one();
  };
  return { counts: counts as ImportCount, idOf, write };
}

async function mergeOwn(book: BookDatabase, kind: AnyKind, items: readonly unknown[]): Promise<Merging> {
  if (kind.shape !== "own") throw new TypeError("only what belongs to other things is merged");
  const own: OwnKind<unknown> = kind;
  return own.merge(book, items);
}

/** Adds some kinds of a book unchanged, in the caller's transaction: for a new demo. */
export async function fillBook(
  book: BookDatabase,
  kinds: Loaded,
  contents: BookContents,
  keys: readonly KindKey[],
): Promise<void> {
  for (const key of keys) {
    const kind = kinds[key];
    if (kind.shape === "own") await (await mergeOwn(book, kind, contents[key])).write();
    else {
      const rows = contents[key].map((item) => ({ ...item, revision: 1, deletedAt: 0 }));
      await book.table(key).bulkPut(rows);
    }
  }
}
