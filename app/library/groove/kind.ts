import { Drafts } from "~/data/draft";
import { defineRows, type Kept } from "../kind";
import { type GrooveContent, grooveContentSchema } from "./content";

export const KIND = defineRows<GrooveContent>({
  content: grooveContentSchema,
});

export const GROOVES: Kept<GrooveContent> = {
  what: "groove",
  table: (book) => book.grooves,
  drafts: new Drafts<GrooveContent>("dime-stack:groove-draft:", grooveContentSchema),
};
