import { defineKept, defineRows } from "../kind";
import { type KitContent, kitContentSchema } from "./content";

export const KIND = defineRows<KitContent>({
  content: kitContentSchema,
});

export const KITS = defineKept<KitContent>({
  key: "kits",
  what: "kit",
  content: kitContentSchema,
  table: (book) => book.kits,
});
