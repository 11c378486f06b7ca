import { z } from "zod";
import { cellContentSchema, rudimentMarkSchema } from "~/library/cell/content";
import { shippedRudimentSchema } from "~/library/cell/entries";
import { MAX_ID } from "~/library/kind";

const id = z.string().max(MAX_ID);
const change = rudimentMarkSchema.pick({ favourite: true, tags: true }).partial();

export const cellMessages = {
  /** `from`: the cell it was made from, or "new". */
  keep: z.object({ content: cellContentSchema, relativesToo: z.boolean(), from: id }),
  /** Over the revision that was opened. */
  save: z.object({ id, revision: z.number().int(), content: cellContentSchema }),
  markRudiment: z.object({ id, change }),
  amend: z.object({ id, change }),
  delete: z.object({ id }),
  restore: z.object({ id }),
  makeFill: z.object({ content: cellContentSchema }),
  makeRudimentFill: z.object({ rudiment: shippedRudimentSchema }),
};

/** The result of saving, marking or sending. */
export interface CellsAnswer {
  readonly kind: "kept" | "saved" | "have" | "relative" | "conflict" | "gone" | "done";
  /** The cell in the book that it concerns. */
  readonly cell?: { readonly id: string; readonly name: string };
}

export interface CellMessages {
  readonly address: "/cells";
  readonly schemas: typeof cellMessages;
  readonly answer: CellsAnswer;
}
