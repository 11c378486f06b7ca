import { z } from "zod";
import { fillContentSchema } from "~/library/fill/content";
import { MAX_ID } from "~/library/kind";
import { searchContentSchema } from "~/library/search/content";
import type { KeptFill } from "./flows";

const id = z.string().max(MAX_ID);

export const searchMessages = {
  /** For a fill's space, or for any. */
  create: z.object({ fill: id.nullable() }),
  keep: z.object({ content: searchContentSchema }),
  delete: z.object({ id }),
  restore: z.object({ id }),
  keepFill: z.object({ content: fillContentSchema }),
  openFill: z.object({ content: fillContentSchema }),
};

export interface SearchMessages {
  readonly address: "/fit";
  readonly schemas: typeof searchMessages;
  readonly answer: KeptFill;
}
