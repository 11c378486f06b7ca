/** What the screens of all kinds do to open something: its row, and an edit that was not saved in time. */

import { flushSaves } from "~/data/autosave";
import { getRow, type Row } from "~/data/rows";
import { isSame } from "~/data/same";
import { currentBook } from "./current";
import type { Kept } from "./kind";
import type { UnsavedDraft } from "./use-saving";

export interface Opened<Content> {
  readonly row: Row<Content>;
  /** To go on with; null when everything was saved. */
  readonly draft: UnsavedDraft<Content> | null;
}

/** Null when there is no such row. A draft is given once: whoever opens it keeps it. */
export async function openRow<Content>({ table, drafts }: Kept<Content>, id: string): Promise<Opened<Content> | null> {
  await flushSaves();
  const row = await getRow(table(await currentBook()), id);
  if (!row) return null;
  const found = drafts.take(row.id, Date.now());
  return { row, draft: found && !isSame(found.content, row.content) ? found : null };
}
