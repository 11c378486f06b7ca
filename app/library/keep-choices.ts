/** Stores preferences as you change them. */

import { putAtOnce } from "~/data/put-at-once";
import type { BookDatabase } from "./database";
import { choiceKey, type Preferences } from "./preferences";

/** Calls back with the error, or null. The latest change wins, in this tab or another. */
export function keepChoices(book: BookDatabase, change: Partial<Preferences>, done: (error: unknown) => void): void {
  const rows = Object.entries(change).map(([field, value]) => ({ key: choiceKey(field), value }));
  putAtOnce(book.preferences, rows, done);
}
