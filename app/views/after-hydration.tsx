import { type ReactNode, Suspense } from "react";
import { useHydrated } from "./use-hydrated";

interface AfterHydrationProps {
  /** What stands there until then. */
  readonly fallback?: ReactNode;
  readonly children: ReactNode;
}

/** Parts whose code comes after the first picture: the server draws their place, the browser the rest. */
export function AfterHydration({ fallback = null, children }: AfterHydrationProps) {
  const isHydrated = useHydrated();
  // No boundary on the server: what is large in one is sent twice, once as its place and once as itself.
  return isHydrated ? <Suspense fallback={fallback}>{children}</Suspense> : fallback;
}
