/** What all screens need of the book: how the player has set the app up, and the own kits. */

import { flushSaves } from "~/data/autosave";
import { listBin, listRows } from "~/data/rows";
import { bookName, currentBook } from "./current";
import { signBook } from "./fill/first";
import { loadPreferences } from "./preferences-store";
import { recoverUnsaved } from "./recover";

let isSettled = false;

export async function loadOwn() {
  // A kit that is being changed is on its way to the database.
  await flushSaves();
  const book = await currentBook();
  // What another page left when it went away is in the lists from here on.
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
