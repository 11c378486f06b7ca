/**
 * The bin keeps deleted things for 30 days of use. A clock can't empty it: a new date counts as one day, however far
 * away it is.
 */

import type { BookDatabase } from "./database";
import { KEYS, loadKinds } from "./kinds";

/** Days of use for which deleted things can be restored. */
export const BIN_DAYS = 30;

/** Marks: number of days of use so far, and the last of these days. */
const DAYS_USED = "days-used";
const LAST_DAY = "last-day";

/** Counts `today` (any number that differs each day) as a day of use; returns the total. */
export async function countDayOfUse(book: BookDatabase, today: number): Promise<number> {
  return book.transaction("rw", book.marks, async () => {
    const [used, last] = await book.marks.bulkGet([DAYS_USED, LAST_DAY]);
    if (last?.at === today) return used?.at ?? 1;
    const days = (used?.at ?? 0) + 1;
    await book.marks.bulkPut([
      { key: DAYS_USED, at: days },
      { key: LAST_DAY, at: today },
    ]);
    return days;
  });
}

/** Permanently deletes what has been in the bin long enough, on day of use `days`; returns how many things. */
export async function emptyOldBins(book: BookDatabase, days: number): Promise<number> {
  const kinds = await loadKinds();
  let gone = 0;
  for (const key of KEYS) {
    if (kinds[key].shape !== "rows") continue;
    const table = book.table(key);
    gone += await book.transaction("rw", table, book.changes, async () => {
      const binned = await table.where("deletedAt").above(0).toArray();
      const found = binned.filter(({ binnedOn }) => binnedOn === undefined);
      const old = binned.filter(({ binnedOn = days }) => days - binnedOn >= BIN_DAYS);
      const touched = [...found, ...old].map(({ id }) => `${key}:${id}`);
      const before = await book.changes.bulkGet(touched);
      await table.bulkPut(found.map((row) => ({ ...row, binnedOn: days })));
      await table.bulkDelete(old.map(({ id }) => id));
      // Backups don't include the bin, so clearing it puts nothing at risk.
      await book.changes.bulkDelete(touched.filter((_, index) => before[index] === undefined));
      return old.length;
    });
  }
  return gone;
}
