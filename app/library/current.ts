/** The book of this page: whose it is stands on the document, from the server. */

import type { BookDatabase, BookName } from "./database";

export function bookName(): BookName {
  return document.documentElement.dataset.book === "demo" ? "demo" : "own";
}

/** Milliseconds that the demo may take to come. */
const DEMO_WITHIN = 30_000;

let opened: BookDatabase | null = null;

/** The book, once it is open: for what can't wait, since the page may be going away. */
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
