/** A hit as an input reports it, with the page's clock. */

import type { KitVoice, Limb } from "~/core/stroke";

export interface RawHit {
  /** Milliseconds on the page's clock (performance.now). */
  readonly at: number;
  /** Null if the pad is unknown, or the input has no pads. */
  readonly place: KitVoice | null;
  readonly limb: Limb | null;
  /** 1 to 127; null if the input can't tell. */
  readonly velocity: number | null;
  /** The MIDI note, for learning pads. */
  readonly note?: number;
}

export type OnHit = (hit: RawHit) => void;
