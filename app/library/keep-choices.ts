/** Keeps how the player has set the app up, as it is chosen. */

import { putAtOnce } from "~/data/put-at-once";
import type { BookDatabase } from "./database";
import { choiceKey, type Preferences } from "./preferences";

/** Calls back with what went wrong, or with null. What is chosen later counts, in this tab or another. */
export function keepChoices(book: BookDatabase, change: Partial<Preferences>, done: (error: unknown) => void): void {
  const rows = Object.entries(change).map(([field, value]) => ({ key: choiceKey(field), value }));
  putAtOnce(book.preferences, rows, done);
}
