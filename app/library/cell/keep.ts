/** Own cells, and the player's notes on shipped rudiments. */

import { canonicalForm } from "~/core/moves";
import { addRow, listRows, type SaveResult, saveRow } from "~/data/rows";
import type { BookDatabase, CellRow } from "../database";
import { type CellContent, cellOf, type RudimentMark } from "./content";

/** Whether a cell can be saved, or why not. */
export type KeepResult =
  | { readonly kind: "kept"; readonly row: CellRow }
  /** The book has exactly this cell, under any name. */
  | { readonly kind: "have"; readonly row: CellRow }
  /** The book has it rotated or mirrored: save it only if that is intended. */
  | { readonly kind: "relative"; readonly row: CellRow };

/**
 * Saves a cell unless the book has it. The same cell means the same limbs, levels, ornaments and surfaces in every
 * slot. A rotation or mirror of an existing cell is refused unless `relativesToo`.
 */
export async function keepCell(book: BookDatabase, content: CellContent, relativesToo: boolean): Promise<KeepResult> {
  return book.transaction("rw", book.cells, async (): Promise<KeepResult> => {
    const rows = await listRows(book.cells);
    const same = rows.find((row) => row.content.text === content.text);
    if (same) return { kind: "have", row: same };
    const form = canonicalForm(cellOf(content.text));
    const relative = rows.find((row) => canonicalForm(cellOf(row.content.text)) === form);
    if (relative && !relativesToo) return { kind: "relative", row: relative };
    return { kind: "kept", row: await addRow(book.cells, content) };
  });
}

/** Saves an own cell over the revision it was opened from, unless another one is identical. */
export async function saveCell(
  book: BookDatabase,
  id: string,
  baseRevision: number,
  content: CellContent,
): Promise<SaveResult<CellContent> | Extract<KeepResult, { kind: "have" }>> {
  return book.transaction("rw", book.cells, async () => {
    const rows = await listRows(book.cells);
    const same = rows.find((row) => row.id !== id && row.content.text === content.text);
    return same ? { kind: "have" as const, row: same } : saveRow(book.cells, id, baseRevision, content);
  });
}

export async function listRudimentMarks(book: BookDatabase): Promise<RudimentMark[]> {
  return book.rudiments.toArray();
}

/** Sets a note on a rudiment; removes a note that says nothing any more. */
export async function markRudiment(
  book: BookDatabase,
  id: string,
  change: Partial<Pick<RudimentMark, "favourite" | "tags">>,
): Promise<void> {
  await book.transaction("rw", book.rudiments, async () => {
    const mark = { favourite: false, tags: [], ...(await book.rudiments.get(id)), ...change, id };
    if (mark.favourite || mark.tags.length > 0) await book.rudiments.put(mark);
    else await book.rudiments.delete(id);
  });
}
