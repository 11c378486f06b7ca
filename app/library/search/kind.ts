import { defineKept, defineRows } from "../kind";
import { type SearchContent, searchContentSchema } from "./content";

export const KIND = defineRows<SearchContent>({
  content: searchContentSchema,
});

export const SEARCHES = defineKept<SearchContent>({
  key: "searches",
  what: "search",
  content: searchContentSchema,
  table: (book) => book.searches,
});
