/** The chosen note, and the cells that are chosen together with its own: from an anchor to where the note is. */

import { create } from "zustand";
import type { Timeline, TimelineSlot } from "~/core";
import { light, useLightingStore } from "~/views/lighting";

/** Cells in a row by their numbers from 0, the last one included. */
export interface CellRange {
  readonly from: number;
  readonly to: number;
}

/** The cell that a choice of several began with; null when one note is chosen. */
const useAnchor = create<{ readonly anchor: number | null }>(() => ({ anchor: null }));

/** The chosen slot of a timeline as things stand; null when none is, or it is not there any more. */
export function chosenSlot(timeline: Timeline): TimelineSlot | null {
  const { cursor } = useLightingStore.getState();
  return (cursor === null ? null : timeline.slots[cursor]) ?? null;
}

/** Chooses a note. `extend` keeps what was chosen before, and chooses all the cells from there to here. */
export function chooseSlot(timeline: Timeline, index: number | null, extend = false) {
  if (index === null || !extend) useAnchor.setState({ anchor: null });
  else if (useAnchor.getState().anchor === null) {
    useAnchor.setState({ anchor: chosenSlot(timeline)?.cell ?? timeline.slots[index]?.cell ?? null });
  }
  light({ cursor: index });
}

/** Chooses all the cells of a range, at the first note of its last one. */
export function chooseCells(timeline: Timeline, { from, to }: CellRange) {
  const last = timeline.cells[Math.min(to, timeline.cells.length - 1)];
  if (!last) {
    chooseSlot(timeline, null);
    return;
  }
  useAnchor.setState({ anchor: from < last.index ? from : null });
  light({ cursor: last.firstSlot });
}

function rangeOf(slot: TimelineSlot | null, anchor: number | null, timeline: Timeline): CellRange | null {
  if (!slot) return null;
  const other = Math.min(anchor ?? slot.cell, timeline.cells.length - 1);
  return { from: Math.min(other, slot.cell), to: Math.max(other, slot.cell) };
}

/** The cells that are chosen as things stand: the chosen note's own at least. */
export function chosenCells(timeline: Timeline): CellRange | null {
  return rangeOf(chosenSlot(timeline), useAnchor.getState().anchor, timeline);
}

export interface Choice {
  readonly slot: TimelineSlot | null;
  readonly cells: CellRange | null;
  /** Whether more than a note was chosen. */
  readonly isRange: boolean;
}

/** The choice, followed. */
export function useChoice(timeline: Timeline): Choice {
  const cursor = useLightingStore((lights) => lights.cursor);
  const anchor = useAnchor((state) => state.anchor);
  const slot = (cursor === null ? null : timeline.slots[cursor]) ?? null;
  const cells = rangeOf(slot, anchor, timeline);
  return { slot, cells, isRange: anchor !== null && cells !== null };
}
