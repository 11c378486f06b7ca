/** Written notes: heads, values, and their signs. */

import {
  homePlace,
  isHand,
  type KitVoice,
  otherHand,
  type Silence,
  type Stroke,
  type Strokes,
  type Technique,
} from "~/core/stroke";
import type { ScoreSlot } from "./pieces";
import { valueTicks, type WrittenValue } from "./values";

export interface StaffHead {
  readonly place: KitVoice;
  readonly ghost: boolean;
  readonly technique: Technique;
  /** Closed hi-hat strokes after open ones: a copyist writes a + where they close. */
  readonly closes: boolean;
}

/** The grace notes before a note. */
export interface StaffGraces {
  readonly many: number;
  readonly place: KitVoice;
  /** Letter of the hand that plays them, small. */
  readonly sticking: string;
}

export interface StaffNote {
  /** The slot it starts in; null for rests outside the phrase. */
  readonly slot: number | null;
  readonly at: number;
  readonly value: WrittenValue;
  /** None for a rest. */
  readonly heads: readonly StaffHead[];
  readonly accent: boolean;
  readonly graces: StaffGraces | null;
  /** Limb letters, as in a stick line. */
  readonly sticking: string;
  /** Notes of one beam group have the same index. */
  readonly beam: number;
  /** The second and lower beams restart here, because thirty-seconds are read in fours. */
  readonly breaksBeam: boolean;
}

export interface StaffTuplet {
  /** First and last note of the bar. */
  readonly from: number;
  readonly to: number;
  /** `notes` in the time of `inTimeOf`. */
  readonly notes: number;
  readonly inTimeOf: number;
}

/** Notes and rests of one voice in one bar. */
export interface WrittenVoice {
  readonly notes: readonly StaffNote[];
  readonly tuplets: readonly StaffTuplet[];
  /** Where, in ticks, the bar can no longer be written; its notes then have no values. */
  readonly refusedAt: number | null;
}

/** A note's tuplets, outer ones first. */
export function tupletsAt({ tuplets }: Pick<WrittenVoice, "tuplets">, index: number): StaffTuplet[] {
  return tuplets.filter(({ from, to }) => from <= index && index <= to).sort((a, b) => b.to - b.from - (a.to - a.from));
}

/** Duration of a note or rest in ticks: its value, scaled by its tuplets. */
export function soundingTicks(voice: WrittenVoice, index: number): number {
  const note = voice.notes[index];
  const written = note ? valueTicks(note.value) : 0;
  return tupletsAt(voice, index).reduce((ticks, { notes, inTimeOf }) => (ticks * inTimeOf) / notes, written);
}

export function writeRest(at: number, value: WrittenValue, slot: number | null): StaffNote {
  return { slot, at, value, heads: [], accent: false, graces: null, sticking: "", beam: 0, breaksBeam: false };
}

/** Part of `slot` as a note or rest. */
export function writePart(slot: ScoreSlot | null, part: Silence | Strokes, at: number, value: WrittenValue): StaffNote {
  if (part.kind === "silence") return writeRest(at, value, slot?.index ?? null);
  const { strokes } = part;
  return {
    ...writeRest(at, value, slot?.index ?? null),
    heads: strokes.map((stroke) => ({
      place: stroke.place ?? homePlace(stroke.limb),
      ghost: stroke.level === "ghost",
      technique: stroke.technique,
      closes: false,
    })),
    accent: strokes.some((stroke) => stroke.level === "accent"),
    graces: writeGraces(slot, strokes),
    sticking: strokes.map(letterOf).join(""),
  };
}

function letterOf({ level, limb }: Stroke): string {
  return level === "ghost" ? limb.toLowerCase() : limb;
}

/** At most one of several simultaneous strokes has grace notes: the other hand plays them. */
function writeGraces(slot: ScoreSlot | null, strokes: readonly Stroke[]): StaffGraces | null {
  const graced = strokes.find(({ graces }) => graces > 0);
  if (!graced || !isHand(graced.limb)) return null;
  const place = slot?.gracePlaces?.get(graced) ?? graced.place ?? homePlace(graced.limb);
  return { many: graced.graces, place, sticking: otherHand(graced.limb).toLowerCase() };
}
