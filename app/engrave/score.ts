/**
 * A timeline as a percussion score: bars of notes and rests with values, tuplets and beams. What to draw, not how:
 * drawing is up to the engraving package.
 */

import type { Window } from "~/core/phrase";
import { type CountStyle, isOnBeat, type Pulse, pulseOf, speakSlot } from "~/core/pulse";
import { barTicks, type Meter, type Ticks } from "~/core/time";
import { loudAt, type Timeline, type TimelineSlot } from "~/core/timeline";
import {
  type ScoreSlot,
  type SpellingChoices,
  type StaffHead,
  type StaffNote,
  spellVoice,
  type WrittenVoice,
} from "./spell";

export type { StaffGraces, StaffHead, StaffNote, StaffTuplet, WrittenVoice } from "./spell";

/** A syllable below the staff, at each slot. */
export interface StaffCount {
  readonly slot: number | null;
  readonly syllable: string;
  /** The note of the bar that it is under, and the fraction of the way to the next one, 0 to 1. */
  readonly note: number;
  readonly share: number;
  readonly onBeat: boolean;
}

/** A bracket above the notes of a cell. */
export interface StaffBracket {
  readonly size: number;
  /** First and last note of the bar that it spans. */
  readonly from: number;
  readonly to: number;
  /** Whether the cell starts and ends in this bar. */
  readonly opens: boolean;
  readonly closes: boolean;
}

/** The part of a crescendo or diminuendo in the bar. */
export interface StaffHairpin {
  /** First and last note of the bar that it covers. */
  readonly from: number;
  readonly to: number;
  /** Its opening at the left and at the right, 0 to 1. */
  readonly left: number;
  readonly right: number;
  /** Whether it starts and ends in this bar. */
  readonly opens: boolean;
  readonly closes: boolean;
}

export interface StaffBar extends WrittenVoice {
  /** From 0. */
  readonly number: number;
  /** Start and duration in ticks. */
  readonly start: number;
  readonly length: number;
  /** The voice with stems down and invisible rests; null for none. */
  readonly lower: WrittenVoice | null;
  readonly counts: readonly StaffCount[];
  readonly brackets: readonly StaffBracket[];
  readonly hairpins: readonly StaffHairpin[];
  /** Text above the start of the bar, or above its first note: "fill". */
  readonly label: { readonly text: string; readonly note: number } | null;
  readonly opens: "plain" | "repeat";
  readonly closes: "single" | "double" | "final" | "repeat";
  /** How many times the section that the repeat ends is played, if stated. */
  readonly times: number | null;
  /** Ticks after its own time at which it is played again, if it is written once for several. */
  readonly echoes: readonly number[];
  /** Written with the sign for the previous bar, or for the previous two. */
  readonly likeBefore: "one" | "first-of-two" | "second-of-two" | null;
}

/** A bar without annotations. */
export const PLAIN_BAR = {
  lower: null,
  counts: [],
  brackets: [],
  hairpins: [],
  label: null,
  opens: "plain",
  closes: "single",
  times: null,
  echoes: [],
  likeBefore: null,
} as const satisfies Partial<StaffBar>;

/** A slot with a count. */
export interface CountedScoreSlot extends ScoreSlot {
  readonly inCell: number;
}

/** The timeline's slots as written. */
export function toScoreSlot(
  { index, at, duration, voiced, gracePlaces, cell, inCell: place }: TimelineSlot,
  { cells }: Timeline,
): CountedScoreSlot {
  const rate = cells[cell]?.rate ?? { slots: 4, quarters: 1 };
  return { index, at, duration, voiced, inCell: place, rate, ...(gracePlaces ? { gracePlaces } : {}) };
}

/** The bars that contain `slots` (a part of the timeline) and the window around them. */
export function makeScore(
  timeline: Timeline,
  slots: readonly TimelineSlot[],
  countStyle: CountStyle,
  choices?: SpellingChoices,
): StaffBar[] {
  const { meter, window } = timeline;
  const bar = barTicks(meter);
  const from = slots[0]?.at ?? window.start;
  const isEnd = (slots.at(-1)?.index ?? -1) === timeline.slots.length - 1;
  const lastSlot = slots.at(-1);
  const end = Math.max(lastSlot ? lastSlot.at + lastSlot.duration : from + 1, isEnd ? windowEnd(window) : 0);
  const written = slots.map((slot) => toScoreSlot(slot, timeline));
  const first = Math.floor(from / bar);
  const voices = spellVoice(written, meter, { from: first, to: Math.ceil(end / bar) }, choices);
  const bars = voices.map((voice, index): StaffBar => {
    const number = first + index;
    const start = number * bar;
    const inBar = written.filter((slot) => slot.at >= start && slot.at < start + bar);
    return {
      number,
      start,
      length: bar,
      ...voice,
      ...PLAIN_BAR,
      counts: countBar(inBar, voice.notes, meter, countStyle),
      brackets: bracketCells(timeline, 0, voice.notes, start),
      hairpins: writeHairpins(timeline, 0, voice.notes, start),
      // The phrase ends here; a part of it continues.
      closes: isEnd && index === voices.length - 1 ? "final" : "single",
    };
  });
  return closeHats(bars);
}

function windowEnd(window: Window): number {
  return window.start + window.length;
}

/** Cell brackets in the bar at `start`, for a phrase shifted by `shift` ticks. */
export function bracketCells(
  { meter, cells }: Timeline,
  shift: number,
  notes: readonly StaffNote[],
  start: number,
): StaffBracket[] {
  const end = start + barTicks(meter);
  const brackets: StaffBracket[] = [];
  for (const { at, duration, size } of cells) {
    const [opensAt, closesAt] = [at + shift, at + shift + duration];
    if (closesAt <= start || opensAt >= end) continue;
    const from = notes.findIndex((note) => note.at >= Math.max(opensAt, start));
    const to = notes.findLastIndex((note) => note.at < closesAt);
    if (from < 0 || to < from) continue;
    brackets.push({ size, from, to, opens: opensAt >= start, closes: closesAt <= end });
  }
  return brackets;
}

/** Parts of the phrase's crescendos and diminuendos in the bar at `start`, for a phrase shifted by `shift` ticks. */
export function writeHairpins(
  { meter, swells }: Timeline,
  shift: number,
  notes: readonly StaffNote[],
  start: number,
): StaffHairpin[] {
  const end = start + barTicks(meter);
  return swells.flatMap((swell): StaffHairpin[] => {
    const [begins, ends] = [swell.from + shift, swell.to + shift];
    const from = notes.findIndex((note) => note.at >= Math.max(begins, start));
    const to = notes.findLastIndex((note) => note.at <= ends);
    if (begins >= end || ends < start || from < 0 || to < from) return [];
    const [left, right] = [loudAt(start - shift, swell), loudAt(end - shift, swell)];
    return [{ from, to, left, right, opens: begins >= start, closes: ends < end }];
  });
}

/** Marks where open hi-hats close: at the next stroke on closed ones, unless a foot has closed them before. */
export function closeHats(bars: readonly StaffBar[]): StaffBar[] {
  let isOpen = false;
  return bars.map((bar) => {
    const closing = new Set<StaffHead>();
    const notes = [...bar.notes, ...(bar.lower?.notes ?? [])].sort((a, b) => a.at - b.at);
    for (const head of notes.flatMap(({ heads }) => heads)) {
      if (head.place === "hh" && isOpen) closing.add(head);
      if (head.place === "ho" || head.place === "hf") isOpen = true;
      else if (head.place === "hh" || head.place === "hp") isOpen = false;
    }
    if (closing.size === 0) return bar;
    const mark = (head: StaffHead) => (closing.has(head) ? { ...head, closes: true } : head);
    return { ...bar, notes: bar.notes.map((note) => ({ ...note, heads: note.heads.map(mark) })) };
  });
}

/** Syllables for slots, each with the note it is under. */
export function countBar(
  slots: readonly CountedScoreSlot[],
  notes: readonly StaffNote[],
  meter: Meter,
  style: CountStyle,
): StaffCount[] {
  const pulse = pulseOf(meter);
  // A bar that can't be written has no rests to count under.
  const first = notes[0]?.at ?? 0;
  return slots.filter(({ at }) => at >= first).map((slot) => placeCount(slot, notes, pulse, style));
}

function placeCount(slot: CountedScoreSlot, notes: readonly StaffNote[], pulse: Pulse, style: CountStyle): StaffCount {
  const { meter } = pulse;
  let note = 0;
  while (note + 1 < notes.length && (notes[note + 1]?.at ?? 0) <= slot.at) note++;
  const from = notes[note]?.at ?? slot.at;
  const to = notes[note + 1]?.at ?? from + barTicks(meter);
  return {
    slot: slot.index,
    syllable: speakSlot(style, slot as CountedScoreSlot & { at: Ticks; duration: Ticks }, meter),
    note,
    share: (slot.at - from) / (to - from),
    onBeat: isOnBeat(slot.at, pulse),
  };
}
