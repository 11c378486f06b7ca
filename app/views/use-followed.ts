import { startTransition, useEffect, useState } from "react";
import type { StoreApi } from "zustand/vanilla";

type Followable<State> = Pick<StoreApi<State>, "getState" | "getInitialState" | "subscribe">;

/**
 * A part of a store's state, for everything that may follow a press: React renders it after the press itself is shown,
 * and starts again when the next press comes. All parts that change in one event change together.
 */
export function useFollowed<State, Part>(store: Followable<State>, select: (state: State) => Part): Part {
  const [held, setHeld] = useState({ store, part: select(store.getState()) });
  useEffect(() => {
    const follow = () => {
      const part = select(store.getState());
      startTransition(() =>
        setHeld((now) => (now.store === store && Object.is(now.part, part) ? now : { store, part })),
      );
    };
    // It may have changed before this effect.
    follow();
    return store.subscribe(follow);
  }, [store, select]);
  return held.store === store ? held.part : select(store.getState());
}

/** A value one step later than it is shown, for what takes longest: engraving, and trying many alternatives. */
export function useLater<Value>(value: Value): Value {
  const [later, setLater] = useState(() => value);
  useEffect(() => startTransition(() => setLater(() => value)), [value]);
  return later;
}
