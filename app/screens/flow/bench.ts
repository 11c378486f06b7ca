/** The open flow on the Flow screen, with undo. */

import { makeUndoStore, type Undo, type UndoStore } from "~/editor/undo";
import type { FlowContent, FlowIdea } from "~/library/flow/content";
import { flowContentSchema } from "~/library/flow/content";

export interface FlowBench {
  readonly store: UndoStore<FlowContent>["store"];
  readonly undo: Undo;
  /** Applies an allowed change; false if the result would not be a flow any more. */
  readonly change: (change: Partial<FlowContent>, kind?: string) => boolean;
  readonly changeIdea: (key: string, change: Partial<FlowIdea>, kind?: string) => boolean;
  readonly addIdeas: (ideas: readonly FlowIdea[]) => boolean;
  readonly removeIdea: (key: string) => void;
  readonly replace: (content: FlowContent) => void;
}

export function openFlowBench(initial: FlowContent): FlowBench {
  const { store, put, history } = makeUndoStore(initial);
  const take = (next: FlowContent, kind?: string): boolean => {
    const { success } = flowContentSchema.safeParse(next);
    if (success) put(kind ?? null, () => next);
    return success;
  };
  const now = () => store.getState().content;
  return {
    store,
    undo: history,
    change: (change, kind) => take({ ...now(), ...change }, kind),
    changeIdea: (key, change, kind) => {
      const ideas = now().ideas.map((idea) => (idea.key === key ? { ...idea, ...change } : idea));
      return take({ ...now(), ideas }, kind);
    },
    addIdeas: (ideas) => take({ ...now(), ideas: [...now().ideas, ...ideas] }),
    removeIdea: (key) => {
      const { ideas, rules } = now();
      const meet = rules.meet?.key === key ? null : rules.meet;
      take({ ...now(), ideas: ideas.filter((idea) => idea.key !== key), rules: { ...rules, meet } });
    },
    replace: (content) => put(null, () => content),
  };
}
