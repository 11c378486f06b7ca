/** Keeps the fill on the bench saved, whatever screen it is edited on. */

import { useState } from "react";
import type { BookDatabase, FillRow } from "~/data/database";
import { fillDrafts } from "~/data/fill-drafts";
import type { FillContent } from "~/formats/fill";
import { type Saving, type UnsavedDraft, useSaving } from "~/ui/use-saving";
import type { BenchHandle } from "./bench";

export function useFillSaving(
  bench: BenchHandle,
  row: FillRow,
  draft: UnsavedDraft<FillContent> | null,
  say: (words: string) => void,
): Saving<FillContent> {
  const [saved] = useState(() => ({
    store: bench.store,
    replace: bench.replace,
    table: (book: BookDatabase) => book.fills,
    drafts: fillDrafts,
    what: "fill",
  }));
  return useSaving(saved, row, draft, say);
}
