/** What was done for a book, by name. */

import type { BookDatabase } from "./database";

/** The last backup, and when it was made. */
export const LAST_BACKUP = "backup";
/** The mark of a demo book of an earlier version: what was in it then could be had again at any time. */
export const NEEDS_NO_BACKUP = "needs-no-backup";

/** Whether something has not been done yet for this database; marks it as done. */
export async function isFirstTime(database: BookDatabase, key: string): Promise<boolean> {
  return database.transaction("rw", database.marks, async () => {
    if (await database.marks.get(key)) return false;
    await database.marks.put({ key, at: Date.now() });
    return true;
  });
}
