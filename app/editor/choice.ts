/** The chosen note, and the cells that are chosen together with its own: from an anchor to where the note is. */

import { useMemo } from "react";
import { useStore } from "zustand";
import type { Timeline, TimelineSlot } from "~/core/timeline";
import { type Session, useSession } from "~/session/session";
import { useCursor } from "~/views/lighting";

/** Cells in a row by their numbers from 0, the last one included. */
export interface CellRange {
  readonly from: number;
  readonly to: number;
}

function rangeOf(slot: TimelineSlot | null, anchor: number | null, timeline: Timeline): CellRange | null {
  if (!slot) return null;
  const other = Math.min(anchor ?? slot.cell, timeline.cells.length - 1);
  return { from: Math.min(other, slot.cell), to: Math.max(other, slot.cell) };
}

function slotAtCursor(cursor: number | null, timeline: Timeline): TimelineSlot | null {
  return (cursor === null ? null : timeline.slots[cursor]) ?? null;
}

/** What is chosen in a timeline, as things stand, and the ways to choose. */
export interface Chooser {
  /** Null when none is chosen, or it is not there any more. */
  readonly slot: (timeline: Timeline) => TimelineSlot | null;
  /** The chosen note's own cell at least. */
  readonly cells: (timeline: Timeline) => CellRange | null;
  /** `extend` keeps what was chosen before, and chooses all the cells from there to here. */
  readonly choose: (timeline: Timeline, index: number | null, extend?: boolean) => void;
  /** Chooses all the cells of a range, at the first note of its last one. */
  readonly chooseCells: (timeline: Timeline, range: CellRange) => void;
}

export function makeChooser({ lights, anchor }: Pick<Session, "lights" | "anchor">): Chooser {
  const slot = (timeline: Timeline) => slotAtCursor(lights.store.getState().cursor, timeline);
  const choose: Chooser["choose"] = (timeline, index, extend = false) => {
    if (index === null || !extend) anchor.setState({ cell: null });
    else if (anchor.getState().cell === null) {
      anchor.setState({ cell: slot(timeline)?.cell ?? timeline.slots[index]?.cell ?? null });
    }
    lights.light({ cursor: index });
  };
  return {
    slot,
    choose,
    cells: (timeline) => rangeOf(slot(timeline), anchor.getState().cell, timeline),
    chooseCells: (timeline, { from, to }) => {
      const last = timeline.cells[Math.min(to, timeline.cells.length - 1)];
      if (!last) return choose(timeline, null);
      anchor.setState({ cell: from < last.index ? from : null });
      lights.light({ cursor: last.firstSlot });
    },
  };
}

export function useChooser(): Chooser {
  const session = useSession();
  return useMemo(() => makeChooser(session), [session]);
}

export interface NoteSelection {
  readonly slot: TimelineSlot | null;
  readonly cells: CellRange | null;
  /** Whether more than a note was chosen. */
  readonly isRange: boolean;
}

/** The choice, followed. */
export function useChoice(timeline: Timeline): NoteSelection {
  const cursor = useCursor();
  const anchor = useStore(useSession().anchor, (state) => state.cell);
  const slot = slotAtCursor(cursor, timeline);
  const cells = rangeOf(slot, anchor, timeline);
  return { slot, cells, isRange: anchor !== null && cells !== null };
}
