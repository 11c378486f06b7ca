/** MIDI messages from pads. They come from outside: what is not a sound strike is left out. */

import { type Kit, usualSurface } from "~/core/kit";
import { KIT_VOICES, type KitVoice } from "~/core/stroke";

export interface Strike {
  readonly note: number;
  readonly velocity: number;
}

const NOTE_ON = 0x90;
const KIND = 0xf0;
const MOST = 127;

/** A note that was struck; null for all else, a note-on without velocity among it, which is a note's end. */
export function readStrike(data: ArrayLike<number> | null | undefined): Strike | null {
  if (data?.length !== 3) return null;
  const [status = 0, note = 0, velocity = 0] = [data[0], data[1], data[2]];
  if ((status & KIND) !== NOTE_ON || velocity === 0) return null;
  if (!isByte(note) || !isByte(velocity)) return null;
  return { note, velocity };
}

function isByte(value: number): boolean {
  return Number.isInteger(value) && value >= 0 && value <= MOST;
}

/** Pads by their notes: those that were learned, then those of the kit, then the usual ones. */
export function mapPads(kit: Kit | null, learned: Readonly<Record<string, KitVoice>>): ReadonlyMap<number, KitVoice> {
  // Ways to play a surface may have its note: the surface itself stands first among the places, and stays.
  const pads = new Map<number, KitVoice>(KIT_VOICES.toReversed().map((place) => [usualSurface(place).midi, place]));
  for (const { place, midi } of kit?.surfaces ?? []) pads.set(midi, place);
  for (const [note, place] of Object.entries(learned)) pads.set(Number(note), place);
  return pads;
}

/** Velocity after the curve: a power of its share of the most. */
export function bendVelocity(velocity: number, curve: number): number {
  return Math.min(MOST, Math.max(1, Math.round(MOST * (velocity / MOST) ** curve)));
}
