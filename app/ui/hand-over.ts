/** What one screen gives to another. Nothing of it outlives the page: it is said once and taken once. */

/** Where in a fill the player was when leaving the Stack. */
export interface StackPlace {
  readonly fillId: string;
  /** The chosen cell, from 0; null for the end. */
  readonly cell: number | null;
}

let place: StackPlace | null = null;

export function notePlace(next: StackPlace) {
  place = next;
}

export function lastPlace(): StackPlace | null {
  return place;
}

/** A cell on its way into a fill. */
export interface HandedCell {
  readonly fillId: string;
  /** Slots as text. */
  readonly text: string;
  readonly name: string;
  /** The cell after which it goes; null for the end. */
  readonly after: number | null;
}

let handed: HandedCell | null = null;

export function handCell(cell: HandedCell) {
  handed = cell;
}

/** The cell that was handed to this fill, if any; it is taken by this. */
export function takeCell(fillId: string): HandedCell | null {
  if (handed?.fillId !== fillId) return null;
  const taken = handed;
  handed = null;
  return taken;
}
