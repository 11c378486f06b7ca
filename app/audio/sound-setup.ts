/** The player's sound settings as one value, for live playback and for exported files. */

import type { PassEvent } from "~/core/groove";
import type { Hand } from "~/core/stroke";
import type { Spots } from "./spots";

/** Recorded cymbals with synthesized drums; practice pads; everything synthesized. */
export const SOUND_KITS = ["studio", "pad", "drawn"] as const;
export type SoundKit = (typeof SOUND_KITS)[number];

/** Whether a kit uses recorded takes. */
export function needsTakes(kit: SoundKit): boolean {
  return kit === "studio";
}

/** Each from 0 to 1; the middle changes nothing. */
export interface Faders {
  readonly fill: number;
  readonly groove: number;
  readonly clicks: number;
  readonly countIn: number;
}

export interface SoundSetup {
  readonly kit: SoundKit;
  readonly spots: Spots;
  /** The hand that plays a little softer and duller; null when both hands sound alike. */
  readonly weaker: Hand | null;
  /** A separate fader for the room: 0 for none. */
  readonly room: number;
  readonly faders: Faders;
}

export const USUAL_SETUP: SoundSetup = {
  kit: "drawn",
  spots: {},
  weaker: null,
  room: 0,
  faders: { fill: 0.5, groove: 0.5, clicks: 0.5, countIn: 0.5 },
};

/** Decibels from one end of a fader to the other. */
const FADER_RANGE = 32;

/** The gain of a fader. */
export function gainOfFader(position: number): number {
  return position <= 0 ? 0 : 10 ** (((position - 0.5) * FADER_RANGE) / 20);
}

/**
 * The gain of an event with these faders. A part played ahead, to be heard before you play it, follows the fill's
 * fader.
 */
export function gainOfEvent(event: PassEvent, faders: Faders): number {
  if (event.kind === "click") return gainOfFader(event.countIn ? faders.countIn : faders.clicks);
  const { role } = event.note;
  return gainOfFader(role === "fill" || role === "call" ? faders.fill : faders.groove);
}
