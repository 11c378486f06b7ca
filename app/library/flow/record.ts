/** How clean a flow's ideas and joins have been, as stored. */

import { z } from "zod";
import { type FlowRecord, NO_RECORD, REMEMBERED } from "~/core/flow";
import { RESULTS } from "~/core/listening";
import type { BookDatabase } from "../database";
import { itemId } from "../kind";

const results = z.record(z.string().min(1).max(100), z.array(z.enum(RESULTS)).max(REMEMBERED));

/** `id` is the flow's. */
export const flowRecordSchema = z.strictObject({ id: itemId, ideas: results, joins: results });
export type FlowRecordRow = z.infer<typeof flowRecordSchema>;

/** A flow that was never judged, or whose record is damaged, starts from nothing. */
export async function getFlowRecord(book: BookDatabase, flowId: string): Promise<FlowRecord> {
  const kept = flowRecordSchema.safeParse(await book.flowRecords.get(flowId)).data;
  return kept ? { ideas: kept.ideas, joins: kept.joins } : NO_RECORD;
}

/** Changes a flow's record as it is in the database now, whatever other tabs have done to it. */
export async function changeFlowRecord(
  book: BookDatabase,
  flowId: string,
  change: (record: FlowRecord) => FlowRecord,
): Promise<FlowRecord> {
  return book.transaction("rw", book.flowRecords, async () => {
    const { ideas, joins } = change(await getFlowRecord(book, flowId));
    await book.flowRecords.put({ id: flowId, ideas, joins } as FlowRecordRow);
    return { ideas, joins };
  });
}
