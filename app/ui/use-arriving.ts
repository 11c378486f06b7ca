import { useEffect, useRef } from "react";
import { useLocation, useNavigate } from "react-router";

/**
 * Takes what a navigation brings in its state, once. `read` must be a constant function; it returns null for state that
 * holds nothing.
 */
export function useArriving<Thing>(read: (state: unknown) => Thing | null, take: (thing: Thing) => void) {
  const { pathname, search, state } = useLocation();
  const navigate = useNavigate();
  const current = useRef(take);
  current.current = take;
  useEffect(() => {
    const thing = read(state);
    if (thing === null) return;
    // A reload must not take it again.
    void navigate(pathname + search, { replace: true, state: null });
    current.current(thing);
  }, [read, state, pathname, search, navigate]);
}
