import { createContext, useContext, useMemo, useSyncExternalStore } from "react";

/** How much of the window the pile of coins may use. */
export interface Room {
  /** Two columns; otherwise one, with a scrolling page. */
  readonly isWide: boolean;
  /** Pixels from the top of the pile to its bottom. */
  readonly pile: number;
  /** Width of pile and rail in pixels, until measured. */
  readonly width: number;
  readonly railWidth: number;
}

const WIDE = "(min-width: 64rem)";
/** Everything above and below the pile on a desk, in pixels. */
const AROUND = 496;
export const AT_DESK: Room = { isWide: true, pile: 304, width: 486, railWidth: 1224 };
export const ON_PHONE: Room = { isWide: false, pile: 300, width: 342, railWidth: 350 };

/** The assumed room before a window can be measured. */
export const RoomContext = createContext(AT_DESK);

/** Pixels for the pile on a desk; 0 in one column. */
function pileAtDesk(): number {
  return window.matchMedia(WIDE).matches ? Math.max(260, Math.min(520, window.innerHeight - AROUND)) : 0;
}

/** Kept between renders: reading the window's size after a change lays the whole page out. Null if it may be stale. */
let known: number | null = null;

function pileNow(): number {
  known ??= pileAtDesk();
  return known;
}

function listen(onChange: () => void) {
  // Nobody was listening before.
  known = null;
  const onResize = () => {
    known = null;
    onChange();
  };
  window.addEventListener("resize", onResize);
  return () => {
    known = null;
    window.removeEventListener("resize", onResize);
  };
}

/** The room of the moment. */
export function useRoom(): Room {
  const guess = useContext(RoomContext);
  const pile = useSyncExternalStore(listen, pileNow, () => (guess.isWide ? guess.pile : 0));
  return useMemo(() => (pile > 0 ? { ...AT_DESK, pile } : ON_PHONE), [pile]);
}
