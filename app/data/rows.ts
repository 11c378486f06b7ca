/** Rows shared by all kinds: saved over a known revision, and binned before they are deleted. */

import type { Table } from "dexie";
import type { SavedBy, Writer } from "./page";
import { watch } from "./watch";

/** As stored in files. */
export interface Item<Content> {
  readonly id: string;
  /** Milliseconds since 1970. */
  readonly createdAt: number;
  readonly updatedAt: number;
  readonly content: Content;
}

export interface Row<Content> extends Item<Content> {
  /** Counts saves, so that a tab can tell that another one has saved. */
  readonly revision: number;
  /** When it went to the bin, or 0. */
  readonly deletedAt: number;
  /** In the bin: the day of use on which it was first found there. See library/bin. */
  readonly binnedOn?: number | undefined;
  /** The last edit saved over it, if known; parts may have been amended since. */
  readonly by?: SavedBy | undefined;
}

export type RowTable<Content> = Table<Row<Content>, string>;

export type SaveResult<Content> =
  | { readonly kind: "saved"; readonly row: Row<Content> }
  /** Another tab has saved since `baseRevision`; nothing was written. */
  | { readonly kind: "conflict"; readonly theirs: Row<Content> }
  | { readonly kind: "gone" };

/** Everything not in the bin, last edited first. */
export async function listRows<Content>(table: RowTable<Content>): Promise<Row<Content>[]> {
  const rows = await table.where("deletedAt").equals(0).toArray();
  return rows.sort((a, b) => b.updatedAt - a.updatedAt);
}

export async function listBin<Content>(table: RowTable<Content>): Promise<Row<Content>[]> {
  const rows = await table.where("deletedAt").above(0).toArray();
  return rows.sort((a, b) => b.deletedAt - a.deletedAt);
}

export async function getRow<Content>(table: RowTable<Content>, id: string): Promise<Row<Content> | null> {
  return (await table.get(id)) ?? null;
}

export async function addRow<Content>(
  table: RowTable<Content>,
  content: Content,
  id: string = crypto.randomUUID(),
): Promise<Row<Content>> {
  const now = Date.now();
  const row = { id, createdAt: now, updatedAt: now, content, revision: 1, deletedAt: 0 };
  await table.add(row);
  return row;
}

/**
 * Saves content over the revision it was edited from, or over one the same page has saved since its edit `since`; over
 * no other. Without a base it overwrites whatever is there, or creates the row.
 */
export async function saveRow<Content>(
  table: RowTable<Content>,
  id: string,
  baseRevision: number | null,
  content: Content,
  by?: Writer,
  since = by?.edit ?? 0,
): Promise<SaveResult<Content>> {
  return table.db.transaction("rw", table, async (): Promise<SaveResult<Content>> => {
    const now = Date.now();
    const found = await table.get(id);
    if (!found && baseRevision !== null) return { kind: "gone" };
    const row = found ?? { id, createdAt: now, deletedAt: 0, revision: 0 };
    if (found && baseRevision !== null && found.revision !== baseRevision) {
      const isOwn = by && lastPage(found) === by.page && (found.by?.edit ?? 0) >= since;
      if (!isOwn) return { kind: "conflict", theirs: found };
    }
    const revision = row.revision + 1;
    const saved = { ...row, content, revision, updatedAt: now, by: by && { ...by, revision } };
    await table.put(saved);
    return { kind: "saved", row: saved };
  });
}

/** The page that made the row's current revision, if known. */
export function lastPage({ by, revision }: Row<unknown>): string | null {
  return by?.revision === revision ? by.page : null;
}

/**
 * Changes part of a row's content, whatever the rest is now; null if the row is gone. With `by`, a page that has it
 * open recognizes its own change.
 */
export async function amendRow<Content extends object>(
  table: RowTable<Content>,
  id: string,
  change: Partial<Content>,
  by?: Writer,
): Promise<Row<Content> | null> {
  return table.db.transaction("rw", table, async () => {
    const row = await table.get(id);
    if (!row) return null;
    const revision = row.revision + 1;
    const amended = {
      ...row,
      content: { ...row.content, ...change },
      revision,
      ...(by ? { by: { ...by, revision } } : {}),
    };
    await table.put(amended);
    return amended;
  });
}

/** Moves to the bin. */
export async function binRow<Content>(table: RowTable<Content>, id: string): Promise<void> {
  await patchRow(table, id, { deletedAt: Math.max(1, Date.now()) });
}

export async function restoreRow<Content>(table: RowTable<Content>, id: string): Promise<void> {
  await patchRow(table, id, { deletedAt: 0, binnedOn: undefined });
}

async function patchRow<Content>(
  table: RowTable<Content>,
  id: string,
  patch: Pick<Row<Content>, "deletedAt" | "binnedOn">,
): Promise<void> {
  await table.db.transaction("rw", table, async () => {
    const row = await table.get(id);
    if (row) await table.put({ ...row, ...patch });
  });
}

export function toItem<Content>({ id, createdAt, updatedAt, content }: Row<Content>): Item<Content> {
  return { id, createdAt, updatedAt, content };
}

/** Calls back whenever the row changes in the database, in this or another tab. Returns an unsubscribe function. */
export function watchRow<Content>(
  table: RowTable<Content>,
  id: string,
  onChange: (row: Row<Content> | null) => void,
): () => void {
  return watch(() => getRow(table, id), onChange);
}
