/** The open lesson, with undo. */

import { makeUndoStore, type Undo, type UndoStore } from "~/editor/undo";
import type { LessonContent } from "~/library/lesson/content";

export interface LessonBench {
  readonly store: UndoStore<LessonContent>["store"];
  readonly undo: Undo;
  /** Edits of one kind close together are one undo step; null is a step of its own. */
  readonly edit: (kind: string | null, change: (lesson: LessonContent) => LessonContent) => void;
  readonly replace: (lesson: LessonContent) => void;
}

export function openLessonBench(initial: LessonContent): LessonBench {
  const { store, put, history } = makeUndoStore(initial);
  return {
    store,
    undo: history,
    edit: (kind, change) => {
      // A change without effect is no step.
      if (change(store.getState().content) !== store.getState().content) put(kind, change);
    },
    replace: (lesson) => put(null, () => lesson),
  };
}
