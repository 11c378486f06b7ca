import { listRows } from "~/data/rows";
import type { BookDatabase } from "../database";
import { loadPreferences } from "../preferences-store";
import { type BookEntry, listEntries, type ShippedRudiment } from "./entries";
import { listRudimentMarks } from "./keep";

/** The player's book of cells. */
export async function loadEntries(book: BookDatabase, rudiments: readonly ShippedRudiment[]): Promise<BookEntry[]> {
  const [rows, marks, { hands }] = await Promise.all([
    listRows(book.cells),
    listRudimentMarks(book),
    loadPreferences(book),
  ]);
  return listEntries(rudiments, marks, rows, hands === "left");
}
