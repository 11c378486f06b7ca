import { Navigate } from "react-router";
import { useHydrated } from "~/views/use-hydrated";

/** An address for data only leads elsewhere when somebody types it. */
export function Elsewhere({ to }: { readonly to: string }) {
  return useHydrated() ? <Navigate to={to} replace /> : null;
}
