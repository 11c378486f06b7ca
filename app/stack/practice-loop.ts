/** The chosen cells of a fill as a loop. */

import type { Timeline } from "~/core";
import { type PracticeLoop, practise, usePractice } from "~/ui/practice";
import { type BenchHandle, workOut } from "./bench";
import { chosenCells } from "./choice";

/** Over the cells that are chosen, else the first one; null for an empty phrase. */
export function loopOfCells(fillId: string, timeline: Timeline): PracticeLoop | null {
  const range = chosenCells(timeline) ?? { from: 0, to: 0 };
  const first = timeline.cells[range.from];
  const last = timeline.cells[range.to] ?? first;
  if (!first || !last) return null;
  return { fillId, from: first.firstSlot, to: last.firstSlot + last.size - 1, toBeat: true };
}

/** Loops the chosen cells, or goes back to all. */
export function toggleCellLoop(bench: BenchHandle, fillId: string) {
  const isLooped = usePractice.getState().loop?.fillId === fillId;
  practise({ loop: isLooped ? null : loopOfCells(fillId, workOut(bench.store.getState().content).timeline) });
}
