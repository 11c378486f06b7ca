/** What all screens need from the book: preferences and own kits. */

import { flushSaves } from "~/data/autosave";
import { listBin, listRows } from "~/data/rows";
import { bookName, currentBook } from "./current";
import { signBook } from "./fill/first";
import { loadPreferences } from "./preferences-store";
import { recoverUnsaved } from "./recover";

let isSettled = false;

export async function loadOwn() {
  // A kit being changed may still be on its way to the database.
  await flushSaves();
  const book = await currentBook();
  // From here on, lists include what another page left when it closed.
  if (!isSettled) recoverUnsaved(book).catch(console.error);
  isSettled = true;
  const [preferences, own, binned] = await Promise.all([
    loadPreferences(book),
    listRows(book.kits),
    listBin(book.kits),
  ]);
  signBook(bookName());
  return { preferences, own, binned };
}
