import { useMemo, useState } from "react";

/** Choosing many of a list: one by one, or with Shift all from the one before. */
export interface ManyChoice {
  readonly chosen: ReadonlySet<string>;
  readonly choose: (id: string, isRange: boolean) => void;
  readonly setAll: (ids: readonly string[]) => void;
}

/** What is chosen after a press: it changes over, and with a range all between take what it became. */
export function chooseOne(
  chosen: ReadonlySet<string>,
  ids: readonly string[],
  id: string,
  from: string | null,
): ReadonlySet<string> {
  const becomes = !chosen.has(id);
  const [a, b] = [ids.indexOf(from ?? id), ids.indexOf(id)];
  const meant = a < 0 || b < 0 ? [id] : ids.slice(Math.min(a, b), Math.max(a, b) + 1);
  const next = new Set(chosen);
  for (const one of meant) {
    if (becomes) next.add(one);
    else next.delete(one);
  }
  return next;
}

/** `ids`: what is seen, in its order. What is not seen any more is not chosen. */
export function useManyChoice(ids: readonly string[]): ManyChoice {
  const [all, setChosen] = useState<ReadonlySet<string>>(() => new Set());
  const [last, setLast] = useState<string | null>(null);
  const chosen = useMemo(() => new Set(ids.filter((id) => all.has(id))), [all, ids]);
  return {
    chosen,
    choose: (id, isRange) => {
      setChosen(chooseOne(chosen, ids, id, isRange ? last : null));
      setLast(id);
    },
    setAll: (wanted) => setChosen(new Set(wanted)),
  };
}
