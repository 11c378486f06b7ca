/** The chosen note, and the cells chosen with it: from an anchor to the note. */

import { useMemo } from "react";
import { useStore } from "zustand";
import type { Timeline, TimelineSlot } from "~/core/timeline";
import { type Session, useSession } from "~/session/session";
import { useCursor, useCursorNow } from "~/views/lighting";
import { useFollowed } from "~/views/use-followed";

/** Consecutive cells by index from 0, including the last. */
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

/** The current choice in a timeline, and the ways to change it. */
export interface Chooser {
  /** Null if no note is chosen, or it no longer exists. */
  readonly slot: (timeline: Timeline) => TimelineSlot | null;
  /** At least the chosen note's own cell. */
  readonly cells: (timeline: Timeline) => CellRange | null;
  /** `extend` keeps the earlier choice and chooses all cells from there to here. */
  readonly choose: (timeline: Timeline, index: number | null, extend?: boolean) => void;
  /** Chooses all cells of a range, at the first note of the last one. */
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

const anchorOf = ({ cell }: { readonly cell: number | null }) => cell;

/** Subscribes to the choice, for what may follow a press. */
export function useChoice(timeline: Timeline): NoteSelection {
  return selectionOf(timeline, useCursor(), useFollowed(useSession().anchor, anchorOf));
}

/** The choice at this moment, in the timeline of this moment. */
export function useChoiceNow(timeline: Timeline): NoteSelection {
  return selectionOf(timeline, useCursorNow(), useStore(useSession().anchor, anchorOf));
}

function selectionOf(timeline: Timeline, cursor: number | null, anchor: number | null): NoteSelection {
  const slot = slotAtCursor(cursor, timeline);
  const cells = rangeOf(slot, anchor, timeline);
  return { slot, cells, isRange: anchor !== null && cells !== null };
}
