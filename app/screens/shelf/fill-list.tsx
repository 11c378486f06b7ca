import { useWindowVirtualizer } from "@tanstack/react-virtual";
import { memo, useEffect, useLayoutEffect, useRef, useState } from "react";
import type { FillRow } from "~/library/database";
import type { FillMessages } from "~/messages/fills";
import type { Messages } from "~/messages/use-messages";
import { type Choosing, FillCard, type Learning } from "./fill-card";

interface FillListProps {
  readonly fills: readonly FillRow[];
  readonly learning: ReadonlyMap<string, Learning>;
  /** Null while none are chosen. */
  readonly choosing: Choosing | null;
  readonly send: Messages<FillMessages>["send"];
}

/** Height of a card and its gap in pixels, until measured. */
const CARD = 128;
/** Two cards side by side from here. */
const WIDE = "(min-width: 48rem)";

/** The fills, of which only visible ones are drawn: there may be thousands. */
export const FillList = memo(function FillList({ fills, learning, choosing, send }: FillListProps) {
  const list = useRef<HTMLUListElement>(null);
  const [top, setTop] = useState(0);
  const columns = useMatch(WIDE) ? 2 : 1;
  useLayoutEffect(() => setTop(list.current?.offsetTop ?? 0), []);
  const { getTotalSize, getVirtualItems, measureElement } = useWindowVirtualizer({
    count: fills.length,
    lanes: columns,
    estimateSize: () => CARD,
    getItemKey: (index) => fills[index]?.id ?? index,
    overscan: 6,
    scrollMargin: top,
  });
  return (
    <ul ref={list} aria-label="Fills" className="relative -mx-1.5" style={{ height: getTotalSize() }}>
      {getVirtualItems().map(({ index, lane, start }) => {
        const fill = fills[index];
        return fill ? (
          <li
            key={fill.id}
            ref={measureElement}
            data-index={index}
            aria-setsize={fills.length}
            aria-posinset={index + 1}
            className="absolute top-0 px-1.5 pb-2.5"
            style={{
              transform: `translateY(${start - top}px)`,
              left: `${(100 * lane) / columns}%`,
              width: `${100 / columns}%`,
            }}
          >
            <FillCard fill={fill} learning={learning.get(fill.id)} choosing={choosing} send={send} />
          </li>
        ) : null;
      })}
    </ul>
  );
});

function useMatch(query: string): boolean {
  const [is, setIs] = useState(() => window.matchMedia(query).matches);
  useEffect(() => {
    const list = window.matchMedia(query);
    const follow = () => setIs(list.matches);
    list.addEventListener("change", follow);
    return () => list.removeEventListener("change", follow);
  }, [query]);
  return is;
}
