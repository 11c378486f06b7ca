import { useCallback, useEffect, useRef } from "react";

/** Milliseconds after the last key until typed text is applied, even if its field keeps the focus. */
const DEBOUNCE_MS = 600;

/**
 * For fields that wait until typing is over: runs the latest action soon, or when the field unmounts. `null` cancels
 * it.
 */
export function useSoon(): (work: (() => void) | null) => void {
  const waiting = useRef<{ readonly work: () => void; readonly timer: ReturnType<typeof setTimeout> } | null>(null);
  const soon = useCallback((work: (() => void) | null) => {
    clearTimeout(waiting.current?.timer);
    waiting.current = null;
    if (!work) return;
    const run = () => {
      waiting.current = null;
      work();
    };
    waiting.current = { work, timer: setTimeout(run, DEBOUNCE_MS) };
  }, []);
  useEffect(() => {
    const leave = () => {
      const last = waiting.current?.work;
      soon(null);
      last?.();
    };
    window.addEventListener("pagehide", leave);
    return () => {
      window.removeEventListener("pagehide", leave);
      leave();
    };
  }, [soon]);
  return soon;
}
