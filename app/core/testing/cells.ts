/** Cells and moves as texts, for tests. */

import { formatSlots } from "../line/write";
import { applyMove } from "../moves/apply";
import type { Cell, Move } from "../moves/move";
import { readCell } from "../moves/shape";

export function cellOf(text: string): Cell {
  const cell = readCell(text);
  if (!cell) throw new Error(text);
  return cell;
}
/** The result of a move on a text, or the code of its refusal. */
export function after(text: string, move: Move): string {
  const result = applyMove(cellOf(text), move);
  return result.ok ? formatSlots(result.cell) : `refused: ${result.why.code}`;
}
