import { defineOwn } from "../kind";
import { type PlanRow, planSchema } from "./plan";

export const KIND = defineOwn<PlanRow>({
  item: planSchema,
  gather: (book) => book.plans.toArray(),
  // How far one is with a fill stays as it is here.
  take: async (book, plans) => {
    const have = new Set(await book.plans.toCollection().primaryKeys());
    const added = plans.filter(({ id }) => !have.has(id));
    await book.plans.bulkAdd(added);
    return added.length;
  },
});
