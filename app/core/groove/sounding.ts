/** What sounds when, once a phrase stands in its setting. */

import type { Click } from "../pulse/clicks";
import type { Hand, KitVoice, Level, Limb, Technique } from "../stroke/stroke";
import type { Meter, Ticks } from "../time/time";

export interface SoundingNote {
  /** Where it is written, from the start of the loop. A grace note before the loop's first stroke stands before 0. */
  readonly at: Ticks;
  /** Where it sounds, with the feel: ticks that need not be whole. */
  readonly sounds: number;
  readonly limb: Limb;
  readonly place: KitVoice;
  readonly level: Level;
  /** As a timeline event has it. */
  readonly force: number;
  readonly technique: Technique;
  /** Ticks that it sounds, where that is played; null where it rings out. */
  readonly lasts: number | null;
  /**
   * "under": what the feet, or the groove, keep up during the fill. "answer": what another drummer plays. "call": what is
   * played softly ahead, to be heard before it is played.
   */
  readonly role: "groove" | "fill" | "crash" | "under" | "answer" | "call";
  /** The slot of the phrase, for notes of the fill that are not grace notes. */
  readonly slot: number | null;
  /** The first time round there is no fill behind it to answer with a crash. */
  readonly passes: "all" | "first" | "later";
}

/** A slot of the phrase, and from where in the loop it sounds. */
export interface SoundingSlot {
  readonly slot: number;
  readonly at: number;
  readonly sounds: number;
}

export interface Arrangement {
  readonly meter: Meter;
  readonly countIn: Ticks;
  /** Length of the loop. */
  readonly length: number;
  /** The place in the loop that the phrase's positions count from; negative where the loop begins inside the phrase. */
  readonly fillAt: number;
  /** In order of time as they sound. */
  readonly notes: readonly SoundingNote[];
  /** In order of time, with the end of the last one after them. */
  readonly slots: readonly SoundingSlot[];
  readonly slotsEnd: number;
  /** One a beat, over the loop. */
  readonly clicks: readonly Click[];
  readonly countInClicks: readonly Click[];
}

/** Where the parts of a setting lie in the loop, in ticks. */
export interface LoopForm {
  readonly fillAt: number;
  readonly fillStart: number;
  readonly fillEnd: number;
  readonly length: number;
}

/** Who crashes on the one after the fill, and where. */
export interface Crash {
  readonly hand: Hand;
  readonly place: KitVoice;
}
