import { z } from "zod";
import { grooveContentSchema } from "~/library/groove/content";
import { MAX_ID } from "~/library/kind";

const id = z.string().max(MAX_ID);
/** The fill it is for. */
const fillId = id.nullable();

export const grooveMessages = {
  create: z.object({ content: grooveContentSchema, fillId }),
  /** `leaves`: the groove's screen closes. */
  delete: z.object({ id, fillId, leaves: z.boolean().optional() }),
  restore: z.object({ id }),
};

export interface GrooveMessages {
  readonly address: "/grooves/own";
  readonly schemas: typeof grooveMessages;
  readonly answer: null;
}
