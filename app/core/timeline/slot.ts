/** Slots laid out in time, and adapted to a kit. */

import type { KitVoice, Slot, Stroke } from "../stroke/stroke";
import type { Ticks } from "../time/time";

/** One position of the grid in the phrase. Positions count from the first bar line. */
export interface TimelineSlot {
  readonly index: number;
  readonly at: Ticks;
  readonly duration: Ticks;
  /** The index of its played cell, and its index in the cell, both from 0. */
  readonly cell: number;
  readonly inCell: number;
  /** As written. */
  readonly content: Slot;
  /** As heard: a stroke has a surface if the line named one, or if it isn't at home. */
  readonly voiced: Slot;
  /** Surfaces of grace notes that aren't played where their stroke is, by the voiced stroke. */
  readonly gracePlaces?: ReadonlyMap<Stroke, KitVoice>;
  /** In a crescendo or diminuendo: progress at the slot's start, 0 soft to 1 loud. */
  readonly loud?: number;
}

/** Strokes for a surface that the kit lacks, which use another one instead. */
export interface Fold {
  readonly from: KitVoice;
  readonly to: KitVoice;
  readonly strokes: number;
}
