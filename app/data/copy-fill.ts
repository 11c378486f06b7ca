/** A version of a fill that is kept beside another one. */

import { z } from "zod";
import { fillContentSchema } from "~/formats/fill";
import { currentBook } from "./current";
import { addRow } from "./rows";

const askedSchema = z.object({ content: fillContentSchema });

/** Keeps the content of a request as a new fill; gives its id. Throws ZodError for what is not a fill's content. */
export async function copyFill(request: Request): Promise<string> {
  const { content } = askedSchema.parse(await request.json());
  return (await addRow((await currentBook()).fills, content)).id;
}
