/** The book of cells alone, for screens that put cells in. */
import { listEntries } from "~/cells/book";
import { loadRudiments } from "~/content";
import { listRudimentMarks } from "~/data/cells";
import { currentBook } from "~/data/current";
import { loadPreferences } from "~/data/preferences";
import { listRows } from "~/data/rows";
import type { Route } from "./+types/cell-book";

export function loader() {
  return { rudiments: loadRudiments() };
}

export async function clientLoader({ serverLoader }: Route.ClientLoaderArgs) {
  const book = await currentBook();
  const [{ rudiments }, rows, marks, preferences] = await Promise.all([
    serverLoader(),
    listRows(book.cells),
    listRudimentMarks(book),
    loadPreferences(book),
  ]);
  return { entries: listEntries(rudiments, marks, rows, preferences.hands === "left") };
}
