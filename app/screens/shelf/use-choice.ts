import { useCallback, useMemo, useState } from "react";

/** Selects several items of a list: one by one, or with Shift all from the previous one. */
export interface ManyChoice {
  readonly chosen: ReadonlySet<string>;
  readonly choose: (id: string, isRange: boolean) => void;
  readonly setAll: (ids: readonly string[]) => void;
}

/** The selection after a press: toggles the item, and with a range all items up to it get the same state. */
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

/** `ids`: the visible items, in order. Invisible items aren't selected. */
export function useManyChoice(ids: readonly string[]): ManyChoice {
  const [all, setChosen] = useState<ReadonlySet<string>>(() => new Set());
  const [last, setLast] = useState<string | null>(null);
  const chosen = useMemo(() => new Set(ids.filter((id) => all.has(id))), [all, ids]);
  const choose = useCallback(
    (id: string, isRange: boolean) => {
      setChosen((now) => chooseOne(new Set(ids.filter((one) => now.has(one))), ids, id, isRange ? last : null));
      setLast(id);
    },
    [ids, last],
  );
  return {
    chosen,
    choose,
    setAll: (wanted) => setChosen(new Set(wanted)),
  };
}
