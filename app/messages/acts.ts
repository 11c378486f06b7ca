import type { RowKey } from "~/library/kinds";
import { noteAct } from "~/library/note-act";

interface One {
  readonly id: string;
}
interface Many {
  readonly ids: readonly string[];
}

/** The acts of a kind whose things are deleted and restored one at a time. */
function actsOf(key: RowKey) {
  return {
    delete: ({ id }: One) => noteAct({ do: "bin", key, ids: [id] }),
    restore: ({ id }: One) => noteAct({ do: "restore", key, ids: [id] }),
  };
}

/** Fills are deleted and restored several at a time, and copied. */
export const FILL_ACTS = {
  delete: ({ ids }: Many) => noteAct({ do: "bin", key: "fills", ids }),
  restore: ({ ids }: Many) => noteAct({ do: "restore", key: "fills", ids }),
  duplicate: ({ id, copyId }: One & { readonly copyId: string }) => noteAct({ do: "copy", id, copyId }),
};

export const KIT_ACTS = actsOf("kits");
export const LESSON_ACTS = actsOf("lessons");
export const GROOVE_ACTS = actsOf("grooves");
export const CELL_ACTS = actsOf("cells");
export const FLOW_ACTS = actsOf("flows");
export const SEARCH_ACTS = actsOf("searches");
