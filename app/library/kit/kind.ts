import { Drafts } from "~/data/draft";
import { defineRows, type Kept } from "../kind";
import { type KitContent, kitContentSchema } from "./content";

export const KIND = defineRows<KitContent>({
  content: kitContentSchema,
});

export const KITS: Kept<KitContent> = {
  what: "kit",
  table: (book) => book.kits,
  drafts: new Drafts<KitContent>("dime-stack:kit-draft:", kitContentSchema),
};
