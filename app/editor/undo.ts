/** Editable content with undo. */

import { useMemo } from "react";
import { type TemporalState, temporal } from "zundo";
import { createStore, type StoreApi } from "zustand/vanilla";
import { useFollowed } from "~/views/use-followed";

interface Held<Content> {
  readonly content: Content;
}

/** The whole content of a store, for the hooks that select a part of it. */
export const heldContent = <Content>({ content }: Held<Content>): Content => content;

type Temporal = Pick<TemporalState<unknown>, "pastStates" | "futureStates" | "undo" | "redo">;

/** The part of an undo store that doesn't depend on the content. */
export type Undo = Pick<StoreApi<Temporal>, "getState" | "getInitialState" | "subscribe">;

export interface UndoStore<Content> {
  readonly store: StoreApi<Held<Content>>;
  readonly history: Undo;
  /** Changes the content. Edits of one kind close together are one undo step; null is always a step of its own. */
  readonly put: (kind: string | null, change: (content: Content) => Content) => void;
}

/** Edits of one kind within this time are one undo step. Milliseconds. */
const ONE_STEP = 700;
const MAX_STEPS = 300;

export function makeUndoStore<Content extends object>(initial: Content): UndoStore<Content> {
  let step = "";
  let lastKind = "";
  let lastAt = 0;
  let edits = 0;
  const store = createStore<Held<Content>>()(
    temporal((): Held<Content> => ({ content: initial }), {
      limit: MAX_STEPS,
      equality: (past, now) => past.content === now.content,
      handleSet: (record) => (past, replace) => {
        // Typing a word is one step: only the state before its first letter is recorded.
        const now = performance.now();
        const goesOn = step === lastKind && now - lastAt < ONE_STEP;
        lastKind = step;
        lastAt = now;
        if (!goesOn) (record as (past: unknown, replace: unknown) => void)(past, replace);
      },
    }),
  );
  // An edit after an undo is a new step.
  store.temporal.subscribe((now, before) => {
    if (now.futureStates.length > before.futureStates.length) lastKind = "";
  });
  return {
    store,
    history: store.temporal,
    put: (kind, change) => {
      step = kind ?? `edit ${edits++}`;
      store.setState(({ content }) => ({ content: change(content) }));
    },
  };
}

export interface History {
  readonly canUndo: boolean;
  readonly canRedo: boolean;
  readonly undo: () => void;
  readonly redo: () => void;
}

const hasPast = ({ pastStates }: Temporal) => pastStates.length > 0;
const hasFuture = ({ futureStates }: Temporal) => futureStates.length > 0;

export function useUndo(history: Undo): History {
  const canUndo = useFollowed(history, hasPast);
  const canRedo = useFollowed(history, hasFuture);
  return useMemo(() => {
    const { undo, redo } = history.getState();
    return { canUndo, canRedo, undo: () => undo(), redo: () => redo() };
  }, [history, canUndo, canRedo]);
}
