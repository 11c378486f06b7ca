import { useSyncExternalStore } from "react";

const never = () => () => {};

/** False in the server's drawing and during hydration. */
export function useHydrated(): boolean {
  return useSyncExternalStore(
    never,
    () => true,
    () => false,
  );
}
