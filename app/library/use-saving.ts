/** Keeps what is edited saved while it is open, and deals with what another tab does to it. */

import { useEffect, useRef, useState } from "react";
import type { StoreApi } from "zustand/vanilla";
import { Autosave, type SaveState } from "~/data/autosave";
import type { Draft } from "~/data/draft";
import type { Row } from "~/data/rows";
import { currentBook } from "./current";
import type { Kept } from "./kind";

/** Unsaved content from before, and the revision that it was edited from. */
export type UnsavedDraft<Content> = Pick<Draft<Content>, "baseRevision" | "content">;

/** Content that is edited somewhere. */
export interface Edited<Content> {
  readonly store: StoreApi<{ readonly content: Content }>;
  readonly replace: (content: Content) => void;
}

export interface Saving<Content> {
  readonly state: SaveState<Content>;
  readonly takeTheirs: (theirs: Row<Content>) => void;
  readonly keepMine: (theirs: Row<Content>) => void;
}

export function useSaving<Content>(
  { table, drafts, what }: Kept<Content>,
  { store, replace }: Edited<Content>,
  row: Row<Content>,
  draft: UnsavedDraft<Content> | null,
  say: (words: string) => void,
): Saving<Content> {
  const [state, setState] = useState<SaveState<Content>>({ kind: "saved" });
  const saver = useRef<Autosave<Content> | null>(null);

  // biome-ignore lint/correctness/useExhaustiveDependencies: one saver for each thing that is opened
  useEffect(() => {
    let closed = false;
    let stop = () => {};
    void currentBook().then((book) => {
      if (closed) return;
      let adopting = false;
      const made = new Autosave(table(book), drafts, row.id, draft?.baseRevision ?? row.revision, {
        onState: setState,
        onTheirs: (theirs) => {
          adopting = true;
          replace(theirs.content);
          adopting = false;
          say(`This ${what} was changed in another tab. You now see that version.`);
        },
      });
      saver.current = made;
      if (draft) made.queue(draft.content);
      const unsubscribe = store.subscribe((state) => {
        if (!adopting) made.queue(state.content);
      });
      const leave = () => void made.flush();
      window.addEventListener("pagehide", leave);
      stop = () => {
        unsubscribe();
        window.removeEventListener("pagehide", leave);
        void made.close();
      };
    });
    if (draft) say("Your last edit wasn't saved in time. It is back.");
    return () => {
      closed = true;
      stop();
      saver.current = null;
    };
  }, [store, row.id]);

  return {
    state,
    takeTheirs: (theirs) => {
      replace(theirs.content);
      saver.current?.takeTheirs(theirs);
    },
    keepMine: (theirs) => void saver.current?.keepMine(theirs),
  };
}
