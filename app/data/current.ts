/** The book of this page: whose it is stands on the document, from the server. */

import { type BookDatabase, openBook } from "./database";

export function currentBook(): Promise<BookDatabase> {
  const name = document.documentElement.dataset.book === "demo" ? "demo" : "own";
  return openBook(name, async () => {
    const [response, { demoSchema }] = await Promise.all([fetch("/content/demo"), import("./demo-book")]);
    if (!response.ok) throw new Error(`the demo's book did not come (${response.status})`);
    return demoSchema.parse(await response.json());
  });
}
