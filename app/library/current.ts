/** The book of this page: whose it is stands on the document, from the server. */

import { type BookDatabase, type BookName, openBook } from "./database";

export function bookName(): BookName {
  return document.documentElement.dataset.book === "demo" ? "demo" : "own";
}

export function currentBook(): Promise<BookDatabase> {
  return openBook(bookName(), async () => {
    const [response, { readDemoBook }] = await Promise.all([fetch("/content/demo"), import("./demo-book")]);
    if (!response.ok) throw new Error(`The demo's book could not be loaded (${response.status}).`);
    return readDemoBook(await response.json());
  });
}
