/** What was edited last of cells: the recipe on the bench, kept or not. */

import { Drafts } from "~/data/draft";
import { type CellBenchContent, cellBenchSchema } from "./content";

export const cellDrafts = new Drafts<CellBenchContent>("dime-stack:cell-draft:", cellBenchSchema);
