import { defineOwn } from "../kind";
import { mergeFlowRecords } from "../practice/merge";
import { type FlowRecordRow, flowRecordSchema } from "./record";

export const KIND = defineOwn<FlowRecordRow>({
  item: flowRecordSchema,
  table: (book) => book.flowRecords,
  merge: mergeFlowRecords,
});
