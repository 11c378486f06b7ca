/** What is open on a screen and edited there, with undo. The same for searches, flows, lessons, kits and cells. */

import { makeUndoStore, type Undo, type UndoStore } from "./undo";

export interface Draft<Content> {
  readonly store: UndoStore<Content>["store"];
  readonly undo: Undo;
  /**
   * Edits of one kind close together are one undo step; null is always a step of its own. An edit without effect is no
   * step. Returns false, and changes nothing, if the result is invalid.
   */
  readonly edit: (kind: string | null, edit: (content: Content) => Content) => boolean;
  /** Changes some fields; see {@link edit}. */
  readonly change: (change: Partial<Content>, kind?: string) => boolean;
  readonly replace: (content: Content) => void;
}

export function openDraft<Content extends object>(
  initial: Content,
  isValid: (next: Content) => boolean = () => true,
): Draft<Content> {
  const { store, put, history } = makeUndoStore(initial);
  const edit: Draft<Content>["edit"] = (kind, change) => {
    const { content } = store.getState();
    const next = change(content);
    if (next === content) return true;
    const isGood = isValid(next);
    if (isGood) put(kind, () => next);
    return isGood;
  };
  return {
    store,
    undo: history,
    edit,
    change: (change, kind) => edit(kind ?? null, (content) => ({ ...content, ...change })),
    replace: (content) => put(null, () => content),
  };
}
