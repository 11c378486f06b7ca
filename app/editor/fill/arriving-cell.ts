/** A cell on its way into a fill, in the state of a navigation. */

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

/** Checked by hand: the screen of a fill opens without Zod. Its text is read by the parser of the stick line. */
export function readArrivingCell(state: unknown): ArrivingCell | null {
  const cell = (state as { arrivingCell?: unknown } | null)?.arrivingCell;
  if (typeof cell !== "object" || cell === null) return null;
  const { text, name, after } = cell as Partial<Record<keyof ArrivingCell, unknown>>;
  if (typeof text !== "string" || typeof name !== "string") return null;
  return { text, name, after: typeof after === "number" ? after : null };
}
