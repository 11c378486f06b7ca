/** What was done once for a book, by name. */

import type { BookDatabase } from "./database";

/** The mark of a demo book: what was in it then can be had again at any time. */
export const NEEDS_NO_BACKUP = "needs-no-backup";

/** Whether something has not been done yet for this database; marks it as done. */
export async function isFirstTime(database: BookDatabase, key: string): Promise<boolean> {
  return database.transaction("rw", database.marks, async () => {
    if (await database.marks.get(key)) return false;
    await database.marks.put({ key, at: Date.now() });
    return true;
  });
}
