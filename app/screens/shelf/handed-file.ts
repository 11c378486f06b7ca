import { useEffect, useRef } from "react";
import { useStore } from "zustand";
import { useSession } from "~/session/session";

/** Takes a file that was dropped anywhere, or opened by the system with the app. */
export function useHandedFile(take: (file: File) => void) {
  const { errand } = useSession();
  const file = useStore(errand, (state) => state.file);
  const now = useRef(take);
  now.current = take;
  useEffect(() => {
    if (!file) return;
    errand.setState({ file: null });
    now.current(file);
  }, [file, errand]);
}
