/** Recipes: moves in a chain, replayed from a sticking. */

import { applyMove } from "./apply";
import type { Cell, Move, Refusal } from "./move";

export interface RecipeStep {
  readonly move: Move;
  /** What the cell is after this step. */
  readonly cell: Cell;
  /** Why the move did nothing here, when it did not. */
  readonly refused: Refusal | null;
}

/** The most moves that a recipe may have. */
export const MAX_MOVES = 64;

/** Every step of a recipe. A move that cannot apply where it stands does nothing, and the ones after it go on. */
export function cookRecipe(origin: Cell, moves: readonly Move[]): RecipeStep[] {
  let cell = origin;
  return moves.map((move) => {
    const result = applyMove(cell, move);
    if (result.ok) cell = result.cell;
    return { move, cell, refused: result.ok ? null : result.why };
  });
}

/** What comes of a recipe. */
export function cookCell(origin: Cell, moves: readonly Move[]): Cell {
  return cookRecipe(origin, moves).at(-1)?.cell ?? origin;
}
