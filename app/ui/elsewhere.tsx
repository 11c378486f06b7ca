import { Navigate } from "react-router";
import { useHydrated } from "~/views/use-hydrated";

/** An address that is for data only leads somewhere when it is typed. */
export function Elsewhere({ to }: { readonly to: string }) {
  return useHydrated() ? <Navigate to={to} replace /> : null;
}
