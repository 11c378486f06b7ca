/** What was edited last of cells. */

import { type CellBenchContent, cellBenchSchema } from "~/formats/cell";
import { Drafts } from "./draft";

export const cellDrafts = new Drafts<CellBenchContent>("dime-stack:cell-draft:", cellBenchSchema);
