/** Recipes: chains of moves, replayed from a sticking. */

import { applyMove } from "./apply";
import type { Cell, Move, Refusal } from "./move";

export interface RecipeStep {
  readonly move: Move;
  /** The cell after this step. */
  readonly cell: Cell;
  /** Why the move did nothing here, if it did nothing. */
  readonly refused: Refusal | null;
}

/** Maximum number of moves in a recipe. */
export const MAX_MOVES = 64;

/** Every step of a recipe. A move that doesn't apply does nothing, and later moves continue. */
export function applyRecipe(origin: Cell, moves: readonly Move[]): RecipeStep[] {
  let cell = origin;
  return moves.map((move) => {
    const result = applyMove(cell, move);
    if (result.ok) cell = result.cell;
    return { move, cell, refused: result.ok ? null : result.why };
  });
}

/** The result of a recipe. */
export function recipeResult(origin: Cell, moves: readonly Move[]): Cell {
  return applyRecipe(origin, moves).at(-1)?.cell ?? origin;
}
