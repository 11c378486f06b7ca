import { defineKept, defineRows } from "../kind";
import { type FlowContent, flowContentSchema, listRefs, renameRefs } from "./content";

export const KIND = defineRows<FlowContent>({ content: flowContentSchema, listRefs, rename: renameRefs });

export const FLOWS = defineKept<FlowContent>({
  key: "flows",
  what: "flow",
  content: flowContentSchema,
  table: (book) => book.flows,
});
