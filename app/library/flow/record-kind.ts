import { defineOwn } from "../kind";
import { type FlowRecordRow, flowRecordSchema } from "./record";

export const KIND = defineOwn<FlowRecordRow>({
  item: flowRecordSchema,
  gather: (book) => book.flowRecords.toArray(),
  // How clean one is stays as it is here.
  take: async (book, records) => {
    const have = new Set(await book.flowRecords.toCollection().primaryKeys());
    const added = records.filter(({ id }) => !have.has(id));
    await book.flowRecords.bulkAdd(added);
    return added.length;
  },
});
