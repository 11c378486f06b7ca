/** The book of this page: whose it is stands on the document, from the server. */

import { z } from "zod";
import { ownCellSchema, rudimentMarkSchema } from "~/formats/cell";
import { fillSchema } from "~/formats/fill";
import { savedKitSchema } from "~/formats/kit";
import { savedSearchSchema } from "~/formats/search";
import { type BookDatabase, openBook } from "./database";

const demoSchema = z.object({
  fills: z.array(fillSchema),
  cells: z.array(ownCellSchema),
  rudiments: z.array(rudimentMarkSchema),
  searches: z.array(savedSearchSchema),
  kits: z.array(savedKitSchema),
});

export function currentBook(): Promise<BookDatabase> {
  const name = document.documentElement.dataset.book === "demo" ? "demo" : "own";
  return openBook(name, async () => {
    const response = await fetch("/content/demo");
    if (!response.ok) throw new Error(`the demo's book did not come (${response.status})`);
    return demoSchema.parse(await response.json());
  });
}
