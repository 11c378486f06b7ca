import { defineOwn } from "../kind";
import { MAX_TAGS } from "../phrase/phrase";
import { type RudimentMark, rudimentMarkSchema } from "./content";
import { listRudimentMarks } from "./keep";

export const KIND = defineOwn<RudimentMark>({
  item: rudimentMarkSchema,
  gather: listRudimentMarks,
  // Notes are added to.
  take: async (book, marks) => {
    let added = 0;
    for (const mark of marks) {
      const mine = await book.rudiments.get(mark.id);
      if (!mine) added++;
      const tags = [...new Set([...(mine?.tags ?? []), ...mark.tags])].slice(0, MAX_TAGS);
      await book.rudiments.put({ id: mark.id, favourite: mark.favourite || (mine?.favourite ?? false), tags });
    }
    return added;
  },
});
