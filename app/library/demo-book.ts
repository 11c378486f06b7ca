/** What the demo's book must be when it comes from the server. */

import { z } from "zod";
import { type BookContents, KEYS, loadKinds } from "./kinds";

/** Reads a demo's book. Rejects with ZodError for what is none. */
export async function readDemoBook(data: unknown): Promise<BookContents> {
  const kinds = await loadKinds();
  const shape = Object.fromEntries(KEYS.map((key) => [key, z.array(kinds[key].item as z.ZodType)]));
  return z.object(shape).parse(data) as unknown as BookContents;
}
