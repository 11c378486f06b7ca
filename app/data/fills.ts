/** Fills in the player's book: each function is one transaction. */

import { liveQuery } from "dexie";
import { type Fill, type FillContent, fillSchema, MAX_NAME } from "~/formats/fill";
import type { BookDatabase, FillRow } from "./database";

/** How long a deleted fill can be brought back: 30 days, in milliseconds. */
const BIN_TIME = 30 * 24 * 60 * 60 * 1000;

export type SaveResult =
  | { readonly kind: "saved"; readonly revision: number }
  /** Another tab has saved since `baseRevision`; nothing was written. */
  | { readonly kind: "conflict"; readonly theirs: FillRow }
  | { readonly kind: "gone" };

/** Fills that are not in the bin, the last edited first. */
export async function listFills(book: BookDatabase): Promise<FillRow[]> {
  const rows = await book.fills.where("deletedAt").equals(0).toArray();
  return rows.sort((a, b) => b.updatedAt - a.updatedAt);
}

export async function listBin(book: BookDatabase): Promise<FillRow[]> {
  const rows = await book.fills.where("deletedAt").above(0).toArray();
  return rows.sort((a, b) => b.deletedAt - a.deletedAt);
}

export async function getFill(book: BookDatabase, id: string): Promise<FillRow | null> {
  return (await book.fills.get(id)) ?? null;
}

function newRow(content: FillContent): FillRow {
  const now = Date.now();
  return { id: crypto.randomUUID(), createdAt: now, updatedAt: now, content, revision: 1, deletedAt: 0 };
}

export async function createFill(book: BookDatabase, content: FillContent): Promise<FillRow> {
  const row = newRow(content);
  await book.fills.add(row);
  return row;
}

/** Saves content over the revision that it was edited from, and over no other. */
export async function saveFill(
  book: BookDatabase,
  id: string,
  baseRevision: number,
  content: FillContent,
): Promise<SaveResult> {
  return book.transaction("rw", book.fills, async (): Promise<SaveResult> => {
    const row = await book.fills.get(id);
    if (!row) return { kind: "gone" };
    if (row.revision !== baseRevision) return { kind: "conflict", theirs: row };
    const revision = row.revision + 1;
    await book.fills.put({ ...row, content, revision, updatedAt: Date.now() });
    return { kind: "saved", revision };
  });
}

export async function duplicateFill(book: BookDatabase, id: string): Promise<FillRow | null> {
  const row = await getFill(book, id);
  if (!row) return null;
  const name = `${row.content.name || "Untitled"} (copy)`.slice(0, MAX_NAME);
  return createFill(book, { ...row.content, name });
}

/** Moves a fill to the bin. */
export async function deleteFill(book: BookDatabase, id: string): Promise<void> {
  await book.fills.update(id, { deletedAt: Date.now() });
}

export async function restoreFill(book: BookDatabase, id: string): Promise<void> {
  await book.fills.update(id, { deletedAt: 0 });
}

/** Removes what has been in the bin for longer than {@link BIN_TIME}. */
export async function emptyOldBin(book: BookDatabase, now: number): Promise<void> {
  await book.fills
    .where("deletedAt")
    .between(1, now - BIN_TIME)
    .delete();
}

export interface ImportCount {
  readonly added: number;
  /** Already in the book, to the letter. */
  readonly same: number;
  /** In the book under the same identity with other content: added beside it as a new fill. */
  readonly beside: number;
}

/** Takes fills into the book, all or none; nothing that is there is changed, but what lay in the bin comes back. */
export async function importFills(book: BookDatabase, fills: readonly Fill[]): Promise<ImportCount> {
  return book.transaction("rw", book.fills, async () => {
    let added = 0;
    let same = 0;
    let beside = 0;
    for (const given of fills) {
      const fill = fillSchema.parse(given);
      const row = await book.fills.get(fill.id);
      if (!row) {
        await book.fills.add({ ...fill, revision: 1, deletedAt: 0 });
        added++;
      } else if (JSON.stringify(row.content) === JSON.stringify(fill.content)) {
        if (row.deletedAt > 0) await book.fills.update(fill.id, { deletedAt: 0 });
        same++;
      } else {
        await book.fills.add({ ...fill, id: crypto.randomUUID(), revision: 1, deletedAt: 0 });
        beside++;
      }
    }
    return { added, same, beside };
  });
}

/** The fill as it travels in a file. */
export function toFill({ id, createdAt, updatedAt, content }: FillRow): Fill {
  return { id, createdAt, updatedAt, content };
}

/** Calls back whenever the fill changes in the database, in this tab or another; returns the way to stop. */
export function watchFill(book: BookDatabase, id: string, onChange: (row: FillRow | null) => void): () => void {
  const subscription = liveQuery(() => getFill(book, id)).subscribe({ next: onChange, error: () => {} });
  return () => subscription.unsubscribe();
}
