/** A word that is said for a moment: what was done, or why not. */

import { useCallback, useEffect, useState } from "react";

/** Milliseconds that it stands there. */
const STANDS = 5_500;

export function useNotice(first = ""): readonly [notice: string, say: (words: string) => void] {
  const [notice, setNotice] = useState(first);
  useEffect(() => {
    if (!notice) return;
    const fade = setTimeout(() => setNotice(""), STANDS);
    return () => clearTimeout(fade);
  }, [notice]);
  return [notice, useCallback((words: string) => setNotice(words), [])];
}

/** `isRaised` where a bar stands at the foot of the screen. */
export function Notice({ words, isRaised = false }: { readonly words: string; readonly isRaised?: boolean }) {
  return (
    <div
      role="status"
      aria-live="polite"
      className={`toast toast-center z-40 pointer-events-none ${isRaised ? "bottom-20" : "bottom-6"}`}
    >
      {words ? (
        <div className="alert bg-neutral text-neutral-content py-2 text-sm whitespace-normal">{words}</div>
      ) : null}
    </div>
  );
}
