/**
 * Actions of one press that affect whole things: delete, restore, copy. Each is noted in the journal within the press,
 * and then carried out, so that it happens even if the page is killed immediately afterwards. All can safely be carried
 * out twice.
 */

import type { JournalEntry } from "~/data/journal";
import { type Page, thisPage } from "~/data/page";
import { binRow, getRow, restoreRow } from "~/data/rows";
import type { BookDatabase } from "./database";
import type { RowKey } from "./kinds";
import { MAX_NAME } from "./phrase/phrase";

export type Act =
  | { readonly do: "bin" | "restore"; readonly key: RowKey; readonly ids: readonly string[] }
  /** A fill's copy, with an id chosen in the press. */
  | { readonly do: "copy"; readonly id: string; readonly copyId: string };

export const ACT = "act";

/** An act in the journal. */
export function actEntry(act: object, page: Page = thisPage()): JournalEntry {
  const by = page.edit();
  return { key: `${ACT}:${by.page}:${by.edit}`, of: `${ACT}:${by.page}`, by, baseRevision: 0, content: act };
}

/** Carries it out, and removes it from the journal in the same transaction. */
export async function carryOut(book: BookDatabase, entry: string, act: Act): Promise<void> {
  const key = act.do === "copy" ? "fills" : act.key;
  await book.transaction("rw", book.table(key), book.journal, async () => {
    if (act.do === "copy") await copyFill(book, act.id, act.copyId);
    else for (const id of act.ids) await (act.do === "bin" ? binRow : restoreRow)(book.table(key), id);
    await book.journal.delete(entry);
  });
}

/** A fill's copy with its own name and id, unless it already exists; null if the fill is gone. */
export async function copyFill(book: BookDatabase, id: string, copyId: string) {
  return book.transaction("rw", book.fills, async () => {
    const [row, copy] = [await getRow(book.fills, id), await getRow(book.fills, copyId)];
    if (copy || !row) return copy;
    const name = `${row.content.name || "Untitled"} (copy)`.slice(0, MAX_NAME);
    const now = Date.now();
    const made = {
      id: copyId,
      createdAt: now,
      updatedAt: now,
      revision: 1,
      deletedAt: 0,
      content: { ...row.content, name },
    };
    await book.fills.add(made);
    return made;
  });
}
