/** What may be larger than its room: then it scrolls, by keys as well. */

import { type HTMLAttributes, type RefObject, useEffect, useRef, useState } from "react";

interface ScrollAcrossProps extends HTMLAttributes<HTMLDivElement> {
  /** What is scrolled, for who does not see it. */
  readonly label: string;
  readonly frame?: RefObject<HTMLDivElement | null>;
}

export function ScrollAcross({ label, frame, className = "", children, ...rest }: ScrollAcrossProps) {
  const own = useRef<HTMLDivElement>(null);
  const ref = frame ?? own;
  const [isLarger, setLarger] = useState(false);
  useEffect(() => {
    const element = ref.current;
    if (!element) return;
    const measure = () =>
      setLarger(element.scrollWidth > element.clientWidth + 1 || element.scrollHeight > element.clientHeight + 1);
    const sizes = new ResizeObserver(measure);
    // With the next frame, which is laid out anyway: at once, all that is still to change would be laid out twice.
    let next = 0;
    const inside = new MutationObserver(() => {
      cancelAnimationFrame(next);
      next = requestAnimationFrame(measure);
    });
    sizes.observe(element);
    inside.observe(element, { childList: true, subtree: true });
    measure();
    return () => {
      cancelAnimationFrame(next);
      sizes.disconnect();
      inside.disconnect();
    };
  }, [ref]);
  // A stop of the tab key only where there is something to scroll.
  const reach = isLarger ? ({ tabIndex: 0, role: "group", "aria-label": `${label}, scrolls` } as const) : {};
  return (
    <div ref={ref} className={`overflow-x-auto ${className}`} {...reach} {...rest}>
      {children}
    </div>
  );
}
