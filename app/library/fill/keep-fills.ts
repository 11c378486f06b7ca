/** Several new fills at once: all of them, or none. */

import type { BookDatabase } from "../database";
import { type FillContent, fillContentSchema } from "./content";

/** Returns their ids, in order. */
export async function keepFills(book: BookDatabase, contents: readonly FillContent[]): Promise<string[]> {
  const now = Date.now();
  const rows = contents.map((content, index) => ({
    id: crypto.randomUUID(),
    // The first one comes first when sorted by last edit.
    createdAt: now - index,
    updatedAt: now - index,
    content: fillContentSchema.parse(content),
    revision: 1,
    deletedAt: 0,
  }));
  await book.fills.bulkAdd(rows);
  return rows.map(({ id }) => id);
}
