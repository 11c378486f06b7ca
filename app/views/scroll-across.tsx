/** Content larger than its frame: it scrolls, also with keys. */

import { type HTMLAttributes, type RefObject, useEffect, useRef, useState } from "react";

interface ScrollAcrossProps extends HTMLAttributes<HTMLDivElement> {
  /** The name of the content, for screen readers. */
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
    // In the next frame, which lays out the page anyway; doing it now would lay it out twice.
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
  // A tab stop only if there is something to scroll.
  const reach = isLarger ? ({ tabIndex: 0, role: "group", "aria-label": `${label}, scrolls` } as const) : {};
  return (
    <div ref={ref} className={`overflow-x-auto ${className}`} {...reach} {...rest}>
      {children}
    </div>
  );
}
