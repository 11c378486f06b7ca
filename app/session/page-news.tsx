import { useEffect, useRef, useState } from "react";
import { useLocation } from "react-router";

/**
 * Tells assistive technology which screen or tab has opened. If what had the focus is gone, the new screen's heading
 * gets it, so that Tab goes on from there.
 */
export function PageNews() {
  const { pathname } = useLocation();
  const [words, setWords] = useState("");
  const before = useRef(pathname);
  useEffect(() => {
    if (before.current === pathname) return;
    before.current = pathname;
    // Only now the page has its title, and its own focus if it wants one.
    const soon = setTimeout(() => {
      setWords(document.title.replace(/ · Dime Stack$/, ""));
      const focused = document.activeElement;
      if (focused && focused !== document.body) return;
      const heading = document.querySelector<HTMLElement>("#content h1");
      if (!heading) return;
      heading.tabIndex = -1;
      heading.focus({ preventScroll: true });
    }, 50);
    return () => clearTimeout(soon);
  }, [pathname]);
  return (
    <p role="status" className="sr-only">
      {words}
    </p>
  );
}
