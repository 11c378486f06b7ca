/** What sounds when, once a phrase is in its setting. */

import type { Click } from "../pulse/clicks";
import type { Hand, KitVoice, Level, Limb, Technique } from "../stroke/stroke";
import type { Meter, Ticks } from "../time/time";

export interface SoundingNote {
  /** Its written position from the start of the loop. A grace note before the first stroke is negative. */
  readonly at: Ticks;
  /** Its position with the feel; may be fractional ticks. */
  readonly sounds: number;
  readonly limb: Limb;
  readonly place: KitVoice;
  readonly level: Level;
  /** As in a timeline event. */
  readonly force: number;
  readonly technique: Technique;
  /** Duration in ticks, where that matters; null where it rings out. */
  readonly lasts: number | null;
  /**
   * "under": what the feet or the groove keep playing during the fill. "answer": what another drummer plays. "call":
   * what is played softly ahead, so that you hear it before you play it.
   */
  readonly role: "groove" | "fill" | "crash" | "under" | "answer" | "call";
  /** The slot of the phrase, for notes of the fill that aren't grace notes. */
  readonly slot: number | null;
  /** The first time round, there is no fill before it that a crash could answer. */
  readonly passes: "all" | "first" | "later";
}

/** A slot of the phrase, and its start in the loop as heard. */
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
  /** The loop position from which the phrase's positions count; negative if the loop starts inside the phrase. */
  readonly fillAt: number;
  /** In order of time as heard. */
  readonly notes: readonly SoundingNote[];
  /** In order of time, with the end of the last one appended. */
  readonly slots: readonly SoundingSlot[];
  readonly slotsEnd: number;
  /** One per beat of the loop. */
  readonly clicks: readonly Click[];
  readonly countInClicks: readonly Click[];
}

/** The parts of a setting in the loop, in ticks. */
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
