import { type ReactNode, Suspense } from "react";
import { useHydrated } from "./use-hydrated";

interface AfterHydrationProps {
  /** The placeholder. */
  readonly fallback?: ReactNode;
  readonly children: ReactNode;
}

/** Parts whose code loads after the first picture: the server draws their placeholder, the browser the rest. */
export function AfterHydration({ fallback = null, children }: AfterHydrationProps) {
  const isHydrated = useHydrated();
  // No Suspense boundary on the server: large content in one would be sent twice, as fallback and as itself.
  return isHydrated ? <Suspense fallback={fallback}>{children}</Suspense> : fallback;
}
