/** MIDI messages from pads. They come from outside, so anything but a valid strike is ignored. */

import { type Kit, usualSurface } from "~/core/kit";
import { KIT_VOICES, type KitVoice } from "~/core/stroke";

export interface Strike {
  readonly note: number;
  readonly velocity: number;
}

const NOTE_ON = 0x90;
const KIND = 0xf0;
const MOST = 127;

/** A struck note; null for anything else, including a note-on with velocity 0, which ends a note. */
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

/** Surfaces by MIDI note: learned ones first, then the kit's, then the usual ones. */
export function mapPads(kit: Kit | null, learned: Readonly<Record<string, KitVoice>>): ReadonlyMap<number, KitVoice> {
  // Variants of a surface may share its note: the surface itself comes first and stays.
  const pads = new Map<number, KitVoice>(KIT_VOICES.toReversed().map((place) => [usualSurface(place).midi, place]));
  for (const { place, midi } of kit?.surfaces ?? []) pads.set(midi, place);
  for (const [note, place] of Object.entries(learned)) pads.set(Number(note), place);
  return pads;
}

/** Velocity after the curve: a power of its share of the maximum. */
export function bendVelocity(velocity: number, curve: number): number {
  return Math.min(MOST, Math.max(1, Math.round(MOST * (velocity / MOST) ** curve)));
}
