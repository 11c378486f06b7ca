import { z } from "zod";
import { MAX_ID } from "~/library/kind";
import { kitContentSchema } from "~/library/kit/content";

const id = z.string().max(MAX_ID);

export const kitMessages = {
  create: z.object({ content: kitContentSchema }),
  delete: z.object({ id }),
  restore: z.object({ id }),
};

export interface KitMessages {
  readonly address: "/kits";
  readonly schemas: typeof kitMessages;
  readonly answer: null;
}
