import { useMemo, useRef } from "react";
import type { Cell } from "~/core/moves";
import { makeCell, makeLine } from "~/core/phrase";
import type { Hand } from "~/core/stroke";
import { CoinRow } from "./coin-row";
import { useSeen } from "./use-seen";

interface CellCoinsProps {
  readonly cell: Cell;
  readonly strongHand: Hand;
  readonly label: string;
  readonly most?: number;
}

/** In one line of a card, more coins would be indistinguishable. */
const WRAP = 8;

/** A cell as a small row of coins, drawn when it comes into view. It keeps its height before that. */
export function CellCoins({ cell, strongHand, label, most = 16 }: CellCoinsProps) {
  const frame = useRef<HTMLSpanElement>(null);
  const seen = useSeen(frame);
  const line = useMemo(() => makeLine([makeCell(cell)]), [cell]);
  const isTall = Math.min(cell.length, most) > WRAP;
  return (
    <span ref={frame} className={`block ${isTall ? "h-14" : "h-10"}`}>
      {seen ? <CoinRow line={line} strongHand={strongHand} label={label} most={most} wrap={WRAP} /> : null}
    </span>
  );
}
