import { type RefObject, useLayoutEffect, useState } from "react";

/** Pixels. */
export interface Size {
  readonly width: number;
  readonly height: number;
}

/** The size of an element, kept up to date; `first` until it is laid out. */
export function useSize(ref: RefObject<HTMLElement | null>, first: Size): Size {
  const [size, setSize] = useState(first);
  useLayoutEffect(() => {
    const element = ref.current;
    if (!element) return;
    const measure = () => {
      const { clientWidth: width, clientHeight: height } = element;
      if (width > 0 && height > 0)
        setSize((old) => (old.width === width && old.height === height ? old : { width, height }));
    };
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    return () => observer.disconnect();
  }, [ref]);
  return size;
}
