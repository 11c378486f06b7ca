import { z } from "zod";
import { FILL_TABS } from "~/library/fill/address";
import { fillContentSchema } from "~/library/fill/content";
import { MAX_ID } from "~/library/kind";
import { MAX_TAG } from "~/library/phrase/phrase";

const id = z.string().max(MAX_ID);
const ids = z.array(id).min(1).max(100_000);

export const fillMessages = {
  create: z.object({}),
  /** A complete fill, opened on a tab. */
  keep: z.object({ content: fillContentSchema, tab: z.enum(FILL_TABS) }),
  /** Under the id chosen in the press. */
  duplicate: z.object({ id, copyId: id }),
  delete: z.object({ ids }),
  restore: z.object({ ids }),
  tag: z.object({ ids, tag: z.string().trim().min(1).max(MAX_TAG) }),
};

/** The result. */
export interface FillsAnswer {
  readonly words: string;
  readonly bad?: boolean;
  /** Fills just deleted, so that they can be restored. */
  readonly deleted?: readonly string[];
}

export interface FillMessages {
  readonly address: "/fills";
  readonly schemas: typeof fillMessages;
  readonly answer: FillsAnswer;
}
