/** A cell on its way into a fill, in navigation state. */

export interface ArrivingCell {
  /** Slots as text. */
  readonly text: string;
  readonly name: string;
  /** The cell after which to insert it, from 0; null for the end. */
  readonly after: number | null;
}

export function arrivingCellState(cell: ArrivingCell) {
  return { arrivingCell: cell };
}

/** Checked by hand, because the fill screen opens without Zod. The stick line's parser reads its text. */
export function readArrivingCell(state: unknown): ArrivingCell | null {
  const cell = (state as { arrivingCell?: unknown } | null)?.arrivingCell;
  if (typeof cell !== "object" || cell === null) return null;
  const { text, name, after } = cell as Partial<Record<keyof ArrivingCell, unknown>>;
  if (typeof text !== "string" || typeof name !== "string") return null;
  return { text, name, after: typeof after === "number" ? after : null };
}
