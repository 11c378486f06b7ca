/** Keeps what is edited saved while it is open, and deals with what another tab does to it. */

import { useEffect, useRef, useState } from "react";
import { Autosave, type SaveState } from "~/data/autosave";
import { currentBook } from "~/data/current";
import type { BookDatabase } from "~/data/database";
import type { Draft, Drafts } from "~/data/draft";
import type { Row, RowTable } from "~/data/rows";
import type { UndoStore } from "./undo-store";

/** Unsaved content from before, and the revision that it was edited from. */
export type UnsavedDraft<Content> = Pick<Draft<Content>, "baseRevision" | "content">;

/** What is edited: a store of it, and where it is kept. */
export interface Saved<Content> {
  readonly store: UndoStore<Content>["store"];
  readonly replace: (content: Content) => void;
  readonly table: (book: BookDatabase) => RowTable<Content>;
  readonly drafts: Drafts<Content>;
  /** "fill": for what is said. */
  readonly what: string;
}

export interface Saving<Content> {
  readonly state: SaveState<Content>;
  readonly takeTheirs: (theirs: Row<Content>) => void;
  readonly keepMine: (theirs: Row<Content>) => void;
}

export function useSaving<Content>(
  { store, replace, table, drafts, what }: Saved<Content>,
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
          say(`Another tab changed this ${what}; this is its version now.`);
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
    if (draft) say("What you typed last had not been saved; here it is.");
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
