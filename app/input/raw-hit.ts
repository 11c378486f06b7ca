/** A hit as an input reports it, stamped by the page's clock. */

import type { KitVoice, Limb } from "~/core/stroke";

export interface RawHit {
  /** Milliseconds of the page's clock (performance.now). */
  readonly at: number;
  /** Null where the pad is not known, or the input has none. */
  readonly place: KitVoice | null;
  readonly limb: Limb | null;
  /** 1 to 127; null where the input cannot tell. */
  readonly velocity: number | null;
  /** The MIDI note, for pads that are to be learned. */
  readonly note?: number;
}

export type OnHit = (hit: RawHit) => void;
