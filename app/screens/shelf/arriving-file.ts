import { useEffect, useRef } from "react";
import { useLocation, useNavigate } from "react-router";

/** Takes a file that was dropped on another screen or opened with the app: a navigation brings it, once. */
export function useArrivingFile(take: (file: File) => void) {
  const { state } = useLocation();
  const navigate = useNavigate();
  const current = useRef(take);
  current.current = take;
  useEffect(() => {
    const file: unknown = state?.file;
    if (!(file instanceof File)) return;
    // A reload must not take it again.
    void navigate(".", { replace: true, state: null });
    current.current(file);
  }, [state, navigate]);
}
