/** The book of this page: whose it is stands on the document, from the server. */

import { z } from "zod";
import { fillSchema } from "~/formats/fill";
import { type BookDatabase, openBook } from "./database";

export function currentBook(): Promise<BookDatabase> {
  const name = document.documentElement.dataset.book === "demo" ? "demo" : "own";
  return openBook(name, async () => {
    const response = await fetch("/content/demo");
    if (!response.ok) throw new Error(`the demo's fills did not come (${response.status})`);
    return z.array(fillSchema).parse(await response.json());
  });
}
