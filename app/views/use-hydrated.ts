import { useSyncExternalStore } from "react";

const never = () => () => {};

/** False in what the server draws, and while the browser takes that over. */
export function useHydrated(): boolean {
  return useSyncExternalStore(
    never,
    () => true,
    () => false,
  );
}
