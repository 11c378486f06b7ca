import { defineKept, defineRows } from "../kind";
import { type GrooveContent, grooveContentSchema } from "./content";

export const KIND = defineRows<GrooveContent>({
  content: grooveContentSchema,
});

export const GROOVES = defineKept<GrooveContent>({
  key: "grooves",
  what: "groove",
  content: grooveContentSchema,
  table: (book) => book.grooves,
});
