/** Things done once for a book, by name. */

import type { BookDatabase } from "./database";

/** The last backup, and its time. */
export const LAST_BACKUP = "backup";
/** The mark of a demo book from an earlier version, whose contents could be restored at any time. */
export const NEEDS_NO_BACKUP = "needs-no-backup";

/** Whether something hasn't been done for this database yet; marks it as done. */
export async function isFirstTime(database: BookDatabase, key: string): Promise<boolean> {
  return database.transaction("rw", database.marks, async () => {
    if (await database.marks.get(key)) return false;
    await database.marks.put({ key, at: Date.now() });
    return true;
  });
}
