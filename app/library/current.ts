/** The book of this page: whose it is stands on the document, from the server. */

import type { BookDatabase, BookName } from "./database";

export function bookName(): BookName {
  return document.documentElement.dataset.book === "demo" ? "demo" : "own";
}

export async function currentBook(): Promise<BookDatabase> {
  // The first picture is drawn without a database.
  const { openBook } = await import("./database");
  return openBook(bookName(), async () => {
    const [response, { readDemoBook }] = await Promise.all([fetch("/content/demo"), import("./demo-book")]);
    if (!response.ok) throw new Error(`The demo's book could not be loaded (${response.status}).`);
    return readDemoBook(await response.json());
  });
}
