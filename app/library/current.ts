/** The book of this page, which the server named on the document. */

import type { BookDatabase, BookName } from "./database";

export function bookName(): BookName {
  return document.documentElement.dataset.book === "demo" ? "demo" : "own";
}

/** Time limit for loading the demo's book, in milliseconds. */
const DEMO_WITHIN = 30_000;

let opened: BookDatabase | null = null;

/** The book once it is open: for code that can't wait, because the page may be closing. */
export function openedBook(): BookDatabase | null {
  return opened?.isOpen() ? opened : null;
}

export async function currentBook(): Promise<BookDatabase> {
  // The first picture is drawn without a database.
  const { openBook } = await import("./database");
  opened = await openBook(bookName(), async () => {
    const [response, { readDemoBook }] = await Promise.all([
      fetch("/content/demo", { signal: AbortSignal.timeout(DEMO_WITHIN) }),
      import("./demo-book"),
    ]);
    if (!response.ok) throw new Error(`The demo's book could not be loaded (${response.status}).`);
    return readDemoBook(await response.json());
  });
  return opened;
}
