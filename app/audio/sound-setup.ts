/** How a player has the sound set up: one value, for what plays at once and for what is written to a file. */

import type { PassEvent } from "~/core/groove";
import type { Hand } from "~/core/stroke";
import type { Spots } from "./spots";

/** Recorded cymbals and made drums; practice pads; all made. */
export const SOUND_KITS = ["studio", "pad", "drawn"] as const;
export type SoundKit = (typeof SOUND_KITS)[number];

/** Whether a kit's sounds are made of takes. */
export function needsTakes(kit: SoundKit): boolean {
  return kit === "studio";
}

/** Each from 0 to 1; the middle leaves alone what it stands for. */
export interface Faders {
  readonly fill: number;
  readonly groove: number;
  readonly clicks: number;
  readonly countIn: number;
}

export interface SoundSetup {
  readonly kit: SoundKit;
  readonly spots: Spots;
  /** The hand that strikes a shade softer and duller; null for hands that are alike. */
  readonly weaker: Hand | null;
  /** A fader of its own: how much of the room is heard, 0 for none. */
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

/** What a fader turns up or down by. */
export function gainOfFader(position: number): number {
  return position <= 0 ? 0 : 10 ** (((position - 0.5) * FADER_RANGE) / 20);
}

/** What the faders make of an event. What is played ahead of a fill, to be heard before it is played, belongs to the fill. */
export function gainOfEvent(event: PassEvent, faders: Faders): number {
  if (event.kind === "click") return gainOfFader(event.countIn ? faders.countIn : faders.clicks);
  const { role } = event.note;
  return gainOfFader(role === "fill" || role === "call" ? faders.fill : faders.groove);
}
