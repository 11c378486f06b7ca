import { useEffect } from "react";
import { useStore } from "zustand";
import { useSession } from "./session";

/** Milliseconds that a notice stays. */
const STANDS = 5_500;

/** Where all screens report what was done, or why not. Above the bottom bar. */
export function Notice() {
  const { notices, say } = useSession();
  const { words } = useStore(notices);
  useEffect(() => {
    if (!words) return;
    const fade = setTimeout(() => say(""), STANDS);
    return () => clearTimeout(fade);
  }, [words, say]);
  return (
    <div role="status" aria-live="polite" className="toast toast-center z-40 pointer-events-none bottom-20">
      {words ? (
        <div className="alert bg-neutral text-neutral-content py-2 text-sm whitespace-normal">{words}</div>
      ) : null}
    </div>
  );
}
