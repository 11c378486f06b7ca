/** The chosen cells of a fill as a loop. */

import type { Timeline } from "~/core/timeline";
import type { PracticeLoop } from "~/session/practice";
import type { CellRange } from "../choice";

/** The chosen cells, or the first one; null for an empty phrase. */
export function loopOfCells(fillId: string, timeline: Timeline, chosen: CellRange | null): PracticeLoop | null {
  const range = chosen ?? { from: 0, to: 0 };
  const first = timeline.cells[range.from];
  const last = timeline.cells[range.to] ?? first;
  if (!first || !last) return null;
  return { fillId, from: first.firstSlot, to: last.firstSlot + last.size - 1, toBeat: true };
}
