/** The open flow on the Flow screen, with undo. A change that would not give a flow is refused. */

import { type Draft, openDraft } from "~/editor/draft";
import { type FlowContent, type FlowIdea, flowContentSchema } from "~/library/flow/content";

export interface FlowDraft extends Draft<FlowContent> {
  readonly changeIdea: (key: string, change: Partial<FlowIdea>, kind?: string) => boolean;
  readonly addIdeas: (ideas: readonly FlowIdea[]) => boolean;
  readonly removeIdea: (key: string) => void;
}

export function openFlowDraft(initial: FlowContent): FlowDraft {
  const draft = openDraft(initial, (next) => flowContentSchema.safeParse(next).success);
  return {
    ...draft,
    changeIdea: (key, change, kind) =>
      draft.edit(kind ?? null, ({ ideas, ...flow }) => ({
        ...flow,
        ideas: ideas.map((idea) => (idea.key === key ? { ...idea, ...change } : idea)),
      })),
    addIdeas: (added) => draft.edit(null, ({ ideas, ...flow }) => ({ ...flow, ideas: [...ideas, ...added] })),
    removeIdea: (key) =>
      draft.edit(null, ({ ideas, rules, ...flow }) => ({
        ...flow,
        ideas: ideas.filter((idea) => idea.key !== key),
        rules: { ...rules, meet: rules.meet?.key === key ? null : rules.meet },
      })),
  };
}
