/** Pages on the screen as printed. Only pages that have been in view are drawn; all of them for printing. */

import { useCallback, useEffect, useRef } from "react";
import type { InkPage, Sheet } from "~/ink/page";
import { paintPage } from "~/views/paint-drawing";
import { useSeen } from "~/views/use-seen";

interface PagesProps {
  readonly sheet: Sheet;
}

export function Pages({ sheet }: PagesProps) {
  usePageSize(sheet);
  return (
    <div className="pages flex flex-col items-center gap-4">
      {sheet.pages.map((page, index) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a page is its number
        <PageView key={index} sheet={sheet} page={page} name={`Page ${index + 1} of ${sheet.pages.length}`} />
      ))}
    </div>
  );
}

function PageView({ sheet, page, name }: PagesProps & { readonly page: InkPage; readonly name: string }) {
  const frame = useRef<HTMLDivElement>(null);
  const seen = useSeen(frame);
  const paint = useCallback(() => frame.current?.replaceChildren(paintPage(sheet, page)), [sheet, page]);
  useEffect(() => {
    if (seen) paint();
  }, [seen, paint]);
  useEffect(() => {
    window.addEventListener("beforeprint", paint);
    return () => window.removeEventListener("beforeprint", paint);
  }, [paint]);
  return (
    <div
      ref={frame}
      role="img"
      aria-label={`${name}: ${sayPage(page)}`}
      className="page"
      style={{ aspectRatio: `${sheet.width} / ${sheet.height}` }}
    />
  );
}

/** Its texts and drawings, for screen readers. */
function sayPage({ groups }: InkPage): string {
  const said = groups.flatMap(({ role, alt, ink }) => {
    if (role === "none") return [];
    if (alt) return [alt];
    return ink.flatMap((one) => (one.shape === "words" ? [one.text] : []));
  });
  return said.join(" ").replace(/\s+/g, " ");
}

/** Tells the printer the paper size, and that the page has its own margins. */
function usePageSize({ width, height, units }: Sheet) {
  useEffect(() => {
    const style = new CSSStyleSheet();
    style.replaceSync(`@page { size: ${width / units}mm ${height / units}mm; margin: 0; }`);
    document.adoptedStyleSheets = [...document.adoptedStyleSheets, style];
    return () => {
      document.adoptedStyleSheets = document.adoptedStyleSheets.filter((other) => other !== style);
    };
  }, [width, height, units]);
}
