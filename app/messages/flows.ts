import { z } from "zod";
import { fillContentSchema } from "~/library/fill/content";
import { flowContentSchema } from "~/library/flow/content";
import { MAX_ID } from "~/library/kind";

const id = z.string().max(MAX_ID);

export const flowMessages = {
  /** Between the cells of a fill, or empty. */
  create: z.object({ fill: id.nullable() }),
  keep: z.object({ content: flowContentSchema }),
  delete: z.object({ id }),
  restore: z.object({ id }),
  keepFill: z.object({ content: fillContentSchema }),
};

/** The fill added to the Shelf. */
export interface KeptFill {
  readonly id: string;
  readonly name: string;
}

export interface FlowMessages {
  readonly address: "/flow";
  readonly schemas: typeof flowMessages;
  readonly answer: KeptFill;
}
