/** A cell on its way into a fill, in the state of a navigation. */

import { useEffect, useRef } from "react";
import { useLocation, useNavigate } from "react-router";

export interface ArrivingCell {
  /** Slots as text. */
  readonly text: string;
  readonly name: string;
  /** The cell after which it goes, from 0; null for the end. */
  readonly after: number | null;
}

export function arrivingCellState(cell: ArrivingCell) {
  return { arrivingCell: cell };
}

/** Takes the cell that a navigation brings, once. */
export function useArrivingCell(take: (cell: ArrivingCell) => void) {
  const { state } = useLocation();
  const navigate = useNavigate();
  const current = useRef(take);
  current.current = take;
  useEffect(() => {
    const cell = readArrivingCell(state?.arrivingCell);
    if (!cell) return;
    // A reload must not put it in again.
    void navigate(".", { replace: true, state: null });
    current.current(cell);
  }, [state, navigate]);
}

/** Checked by hand: the screen of a fill opens without Zod. Its text is read by the parser of the stick line. */
function readArrivingCell(cell: unknown): ArrivingCell | null {
  if (typeof cell !== "object" || cell === null) return null;
  const { text, name, after } = cell as Partial<Record<keyof ArrivingCell, unknown>>;
  if (typeof text !== "string" || typeof name !== "string") return null;
  return { text, name, after: typeof after === "number" ? after : null };
}
