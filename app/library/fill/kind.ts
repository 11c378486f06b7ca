import { Drafts } from "~/data/draft";
import { defineRows, type Kept } from "../kind";
import { type FillContent, fillContentSchema } from "./content";

export const KIND = defineRows<FillContent>({
  content: fillContentSchema,
  // An own groove that it sits in; those that ship are everybody's.
  listRefs: ({ groove }) => [{ key: "grooves", id: groove }],
  rename: (content, idOf) => ({ ...content, groove: idOf({ key: "grooves", id: content.groove }) }),
});

export const FILLS: Kept<FillContent> = {
  what: "fill",
  table: (book) => book.fills,
  drafts: new Drafts<FillContent>("dime-stack:draft:", fillContentSchema),
};
