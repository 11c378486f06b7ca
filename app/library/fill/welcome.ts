/** A newcomer's first fill. */

import { addRow, getRow } from "~/data/rows";
import type { BookDatabase, BookName } from "../database";
import { isFirstTime } from "../marks";
import { loadPreferences } from "../preferences-store";
import type { FillContent } from "./content";
import { turnForHands } from "./fills";
import { FIRST_FILLS } from "./first";

/** Whether this is somebody's first visit. From then on, their first fill is in the book. */
export async function welcome(book: BookDatabase, name: BookName, loadStarter: () => FillContent): Promise<boolean> {
  if (!(await isFirstTime(book, "welcomed"))) return false;
  // A visitor who came by a link already has something to start with.
  if ((await book.fills.count()) > 0) return false;
  const id = FIRST_FILLS[name];
  if (!(await getRow(book.fills, id))) {
    const { hands } = await loadPreferences(book);
    await addRow(book.fills, turnForHands(loadStarter(), hands), id);
  }
  return true;
}
