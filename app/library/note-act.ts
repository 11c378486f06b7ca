/** Notes a press in the journal before anything else can happen to its page. */

import { putAtOnce } from "~/data/put-at-once";
import { type Act, actEntry, carryOut } from "./acts";
import { openedBook } from "./current";

/** Call this in the press itself, before sending the message. */
export function noteAct(act: Act): void {
  const book = openedBook();
  if (!book) return;
  const entry = actEntry(act);
  putAtOnce(book.journal, [entry], () => {});
  carryOut(book, entry.key, act).catch(console.error);
}
