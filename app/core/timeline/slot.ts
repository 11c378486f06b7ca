/** Slots as they are laid out in time, and what a kit makes of them. */

import type { KitVoice, Slot, Stroke } from "../stroke/stroke";
import type { Ticks } from "../time/time";

/** One place of the grid that the phrase occupies. Positions count from the first bar line. */
export interface TimelineSlot {
  readonly index: number;
  readonly at: Ticks;
  readonly duration: Ticks;
  /** Which playing of a cell it is in, and its place there, both from 0. */
  readonly cell: number;
  readonly place: number;
  /** As the line has it. */
  readonly content: Slot;
  /** As it sounds: a stroke has its place where the line named one, or where it is not at home. */
  readonly voiced: Slot;
  /** Where grace notes sound that are not where their stroke is, by that stroke as voiced. */
  readonly gracePlaces?: ReadonlyMap<Stroke, KitVoice>;
  /** In a crescendo or diminuendo: how far it has come at the slot's beginning, 0 soft to 1 loud. */
  readonly loud?: number;
}

/** Strokes that were meant for a surface that the kit lacks, and sound on another one. */
export interface Fold {
  readonly from: KitVoice;
  readonly to: KitVoice;
  readonly strokes: number;
}
