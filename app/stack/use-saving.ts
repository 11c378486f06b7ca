/** Keeps the bench saved while the fill is open, and deals with what another tab does to it. */

import { useEffect, useRef, useState } from "react";
import { Autosave, type SaveState } from "~/data/autosave";
import { currentBook } from "~/data/current";
import type { FillRow } from "~/data/database";
import type { FillContent } from "~/formats/fill";
import { useBench } from "./context";

/** Unsaved content from before, and the revision that it was edited from. */
export interface UnsavedDraft {
  readonly baseRevision: number;
  readonly content: FillContent;
}

export interface Saving {
  readonly state: SaveState;
  readonly takeTheirs: (theirs: FillRow) => void;
  readonly keepMine: (theirs: FillRow) => void;
}

export function useSaving(row: FillRow, draft: UnsavedDraft | null, say: (words: string) => void): Saving {
  const bench = useBench();
  const [state, setState] = useState<SaveState>({ kind: "saved" });
  const saver = useRef<Autosave | null>(null);

  // biome-ignore lint/correctness/useExhaustiveDependencies: one saver for each fill that is opened
  useEffect(() => {
    let closed = false;
    let stop = () => {};
    void currentBook().then((book) => {
      if (closed) return;
      const made = new Autosave(book, row.id, draft?.baseRevision ?? row.revision, {
        onState: setState,
        onTheirs: (theirs) => {
          adopting = true;
          bench.replace(theirs.content);
          adopting = false;
          say("Another tab changed this fill; this is its version now.");
        },
      });
      let adopting = false;
      saver.current = made;
      if (draft) made.queue(draft.content);
      const unsubscribe = bench.store.subscribe((state) => {
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
  }, [bench, row.id]);

  return {
    state,
    takeTheirs: (theirs) => {
      bench.replace(theirs.content);
      saver.current?.takeTheirs(theirs);
    },
    keepMine: (theirs) => void saver.current?.keepMine(theirs),
  };
}
