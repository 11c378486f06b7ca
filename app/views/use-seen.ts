import { type RefObject, useEffect, useState } from "react";

/** Starts drawing slightly before it comes into view. */
const MARGIN = "240px";

/** Whether an element is, or was, near the visible part of the page: long lists draw only that. */
export function useSeen(ref: RefObject<Element | null>): boolean {
  const [seen, setSeen] = useState(false);
  useEffect(() => {
    const element = ref.current;
    if (seen || !element) return;
    const observer = new IntersectionObserver(
      (entries) => {
        if (entries.some((entry) => entry.isIntersecting)) setSeen(true);
      },
      { rootMargin: MARGIN },
    );
    observer.observe(element);
    return () => observer.disconnect();
  }, [ref, seen]);
  return seen;
}
