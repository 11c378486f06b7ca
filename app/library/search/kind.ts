import { Drafts } from "~/data/draft";
import { defineRows, type Kept } from "../kind";
import { type SearchContent, searchContentSchema } from "./content";

export const KIND = defineRows<SearchContent>({
  content: searchContentSchema,
});

export const SEARCHES: Kept<SearchContent> = {
  what: "search",
  table: (book) => book.searches,
  drafts: new Drafts<SearchContent>("dime-stack:search-draft:", searchContentSchema),
};
