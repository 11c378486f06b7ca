/** Saves what you edit while it is open, and handles changes by other tabs. */

import { useEffect, useMemo, useRef, useState } from "react";
import type { StoreApi } from "zustand/vanilla";
import { Autosave, restingState, type SaveState } from "~/data/autosave";
import { toItem } from "~/data/rows";
import { currentBook } from "./current";
import { EMPTY_BOOK } from "./kinds";
import type { Opened } from "./open-row";

/** Milliseconds between checks that the open row still exists. */
const VERIFY_EVERY = 10_000;

/** Content being edited. */
export interface Edited<Content> {
  readonly store: StoreApi<{ readonly content: Content }>;
  readonly replace: (content: Content) => void;
}

/** The save state, and what the player can do about it. */
export interface Saving<Content> {
  readonly what: string;
  readonly state: SaveState<Content>;
  readonly takeTheirs: () => void;
  readonly keepMine: () => void;
  /** Shows the stored version once `copy` has saved this tab's version elsewhere. */
  readonly keepBoth: (copy: (content: Content) => unknown) => void;
  readonly bringBack: () => void;
  /** The version in memory, as a file. */
  readonly write: () => Promise<string>;
}

export function useSaving<Content>(
  { kept, row, unsaved }: Opened<Content>,
  { store, replace }: Edited<Content>,
  say: (words: string) => void,
): Saving<Content> {
  const { key, table, journal, what } = kept;
  const [state, setState] = useState<SaveState<Content>>(() => restingState(row));
  const saver = useRef<Autosave<Content> | null>(null);
  // The content at first render: somebody may type before the effect below runs.
  const opened = useMemo(() => store.getState().content, [store]);

  // biome-ignore lint/correctness/useExhaustiveDependencies: one saver for each thing that is opened
  useEffect(() => {
    let closed = false;
    let stop = () => {};
    void currentBook().then((book) => {
      const { content } = store.getState();
      const isEdited = content !== opened;
      if (closed && !isEdited) return;
      let adopting = false;
      const shelf = { table: table(book), journal, entries: book.journal };
      const made = new Autosave(shelf, row.id, unsaved?.baseRevision ?? row.revision, {
        onState: setState,
        onTheirs: (theirs, isThisPage) => {
          adopting = true;
          replace(theirs.content);
          adopting = false;
          if (!isThisPage) say(`This ${what} was changed in another tab. You now see that version.`);
        },
      });
      if (unsaved || isEdited) made.queue(content);
      // Closed again before the book was open.
      if (closed) {
        void made.close();
        return;
      }
      saver.current = made;
      const unsubscribe = store.subscribe((state, before) => {
        if (!adopting && state.content !== before.content) made.queue(state.content);
      });
      const leave = () => void made.flush();
      const look = () => void (document.visibilityState === "visible" ? made.verify() : made.flush());
      // Not every browser tells a page that its data was cleared.
      const watching = setInterval(() => {
        if (document.visibilityState === "visible") void made.verify();
      }, VERIFY_EVERY);
      window.addEventListener("pagehide", leave);
      document.addEventListener("visibilitychange", look);
      stop = () => {
        unsubscribe();
        clearInterval(watching);
        window.removeEventListener("pagehide", leave);
        document.removeEventListener("visibilitychange", look);
        void made.close();
      };
    });
    if (unsaved) say("Your last edit wasn't saved in time. It is back.");
    return () => {
      closed = true;
      stop();
      saver.current = null;
    };
  }, [store, row.id]);

  const takeTheirs = async (from: Autosave<Content> | null) => {
    const theirs = await from?.takeTheirs();
    if (theirs) replace(theirs.content);
  };
  return {
    what,
    state,
    takeTheirs: () => void takeTheirs(saver.current),
    keepMine: () => {
      // If the row is gone, restore everything, edited or not.
      saver.current?.queue(store.getState().content);
      void saver.current?.keepMine();
    },
    keepBoth: (copy) => {
      // The copy may lead to another screen and close this saver before it is stored.
      const from = saver.current;
      void Promise.resolve(copy(store.getState().content)).then(() => takeTheirs(from));
    },
    bringBack: () => void saver.current?.bringBack(),
    write: async () => {
      const { writeBook } = await import("./book-file");
      return writeBook({ ...EMPTY_BOOK, [key]: [toItem({ ...row, content: store.getState().content })] });
    },
  };
}
