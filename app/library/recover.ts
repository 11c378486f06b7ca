/** Saves edits that closed pages left in the journal, so that lists and files include them. */

import { z } from "zod";
import { Journal, pickUnsaved } from "~/data/journal";
import { openPages } from "~/data/page";
import { getRow, type RowTable, saveRow } from "~/data/rows";
import { ACT, carryOut } from "./acts";
import type { BookDatabase } from "./database";
import { MAX_ID, type RowKind } from "./kind";
import { KINDS, type KindKey, ROW_KEYS, type RowKey } from "./kinds";
import { runSchema } from "./practice/run";
import { putRuns } from "./practice/store";

function isKey(key: string): key is KindKey {
  return Object.hasOwn(KINDS, key);
}

/**
 * Saves leftover edits that simply continue from their row: nobody else has saved since, nobody is editing it, and only
 * one page left something. Others wait until they are opened and the player can decide. Returns the number saved.
 */
export async function recoverUnsaved(book: BookDatabase, open?: ReadonlySet<string>): Promise<number> {
  // Entries can be large and are rarely needed: most journals have no leftovers.
  const things = (await book.journal.orderBy("of").uniqueKeys()).map(String);
  if (things.length === 0) return 0;
  const pages = open ?? (await openPages());
  let saved = await finishActs(book, pages);
  for (const thing of things) {
    const [key = "", ...rest] = thing.split(":");
    if (!isKey(key)) continue;
    const { KIND } = await KINDS[key].load();
    if (KIND.shape !== "rows") continue;
    if (await settle(book, key as RowKey, rest.join(":"), KIND as RowKind<unknown>, pages)) saved++;
  }
  return saved;
}

const kindOfRows = z.enum(ROW_KEYS);
const ids = z.array(z.string().max(MAX_ID)).max(100_000);
const actSchema = z.discriminatedUnion("do", [
  z.object({ do: z.enum(["bin", "restore"]), key: kindOfRows, ids }),
  z.object({ do: z.literal("copy"), id: z.string().max(MAX_ID), copyId: z.string().max(MAX_ID) }),
  z.object({ do: z.literal("run"), run: runSchema }),
]);

/** Carries out what closed pages had noted but not done, in order; returns how many. */
async function finishActs(book: BookDatabase, open: ReadonlySet<string>): Promise<number> {
  const entries = await book.journal.where("of").startsWith(`${ACT}:`).toArray();
  let done = 0;
  for (const { key, by, content } of entries.sort((a, b) => a.by.edit - b.by.edit)) {
    if (open.has(by.page)) continue;
    const act = actSchema.safeParse(content).data;
    if (act?.do === "run") {
      await putRuns(book, [act.run]);
      await book.journal.delete(key);
    } else if (act) await carryOut(book, key, act);
    if (act) done++;
  }
  return done;
}

async function settle(
  book: BookDatabase,
  key: RowKey,
  id: string,
  { content }: RowKind<unknown>,
  open: ReadonlySet<string>,
): Promise<boolean> {
  const table: RowTable<unknown> = book.table(key);
  const journal = new Journal(key, content);
  return book.transaction("rw", table, book.journal, async () => {
    const row = await getRow(table, id);
    if (!row) return false;
    const entries = await journal.list(book.journal, id);
    const unsaved = entries.filter((entry) => pickUnsaved(row, [entry]) !== null);
    const [entry] = unsaved;
    if (!entry || unsaved.length > 1 || open.has(entry.by.page)) return false;
    const found = pickUnsaved(row, unsaved);
    if (found?.baseRevision !== row.revision) return false;
    const result = await saveRow(table, id, row.revision, entry.content, entry.by);
    if (result.kind !== "saved") return false;
    await book.journal.delete(entry.key);
    return true;
  });
}
