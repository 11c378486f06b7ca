import { defineKept, defineRows } from "../kind";
import { type FillContent, fillContentSchema } from "./content";

export const KIND = defineRows<FillContent>({
  content: fillContentSchema,
  // Its own groove; shipped ones are everybody's.
  listRefs: ({ groove }) => [{ key: "grooves", id: groove }],
  rename: (content, idOf) => ({ ...content, groove: idOf({ key: "grooves", id: content.groove }) }),
});

export const FILLS = defineKept<FillContent>({
  key: "fills",
  what: "fill",
  content: fillContentSchema,
  table: (book) => book.fills,
});
