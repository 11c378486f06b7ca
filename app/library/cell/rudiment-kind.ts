import { defineOwn } from "../kind";
import { MAX_MARK_TAGS, type RudimentMark, rudimentMarkSchema } from "./content";

export const KIND = defineOwn<RudimentMark>({
  item: rudimentMarkSchema,
  table: (book) => book.rudiments,
  merge: (one, other) => ({
    id: one.id,
    favourite: one.favourite || other.favourite,
    tags:
      one.tags.join("\n") === other.tags.join("\n")
        ? one.tags
        : [...new Set([...one.tags, ...other.tags])].sort().slice(0, MAX_MARK_TAGS),
  }),
});
