/** The part of a long phrase that is drawn at once. */

import type { Timeline, TimelineCell, TimelineSlot } from "~/core/timeline";

/** More coins at once are slow to draw and hard to read. */
export const SECTION_SLOTS = 192;

export interface Section {
  readonly slots: readonly TimelineSlot[];
  /** Cells with at least one visible slot. */
  readonly cells: readonly TimelineCell[];
  readonly number: number;
  readonly count: number;
}

export function countSections(timeline: Timeline): number {
  return Math.max(1, Math.ceil(timeline.slots.length / SECTION_SLOTS));
}

/** Section `number` of a timeline (from 0, clamped to the available ones). */
export function takeSection(timeline: Timeline, number: number): Section {
  const count = countSections(timeline);
  const held = Math.min(Math.max(0, number), count - 1);
  const slots = timeline.slots.slice(held * SECTION_SLOTS, (held + 1) * SECTION_SLOTS);
  const first = slots[0]?.cell ?? 0;
  const last = slots.at(-1)?.cell ?? -1;
  return { slots, cells: timeline.cells.slice(first, last + 1), number: held, count };
}
