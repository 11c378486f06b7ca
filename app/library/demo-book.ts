/** Validates the demo's book when it comes from the server. */

import { z } from "zod";
import { type BookContents, KEYS, loadKinds, recordOf } from "./kinds";
import { isWhole } from "./practice/run-day";

/** Reads a demo book. Rejects with ZodError if it is invalid. */
export async function readDemoBook(data: unknown): Promise<BookContents> {
  const kinds = await loadKinds();
  const shape = Object.fromEntries(KEYS.map((key) => [key, z.array(kinds[key].item as z.ZodType)]));
  const book = recordOf<BookContents>(Object.entries(z.object(shape).parse(data)));
  if (!book.runs.every(isWhole)) throw new TypeError("the demo's runs can't be read");
  return book;
}
