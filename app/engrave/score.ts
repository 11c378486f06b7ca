/**
 * A timeline as a percussion score: bars of notes and rests with written values, tuplets, beams. What to draw, not how:
 * the drawing is the engraving package's.
 */

import {
  barTicks,
  beatTicks,
  type CountStyle,
  countSlot,
  homePlace,
  isCompound,
  type Meter,
  type Place,
  partsOf,
  type Rate,
  type Silence,
  type Stroke,
  type Strokes,
  TICKS_PER_QUARTER,
  type Timeline,
  type TimelineSlot,
  type Window,
} from "~/core";

/** Written values from whole to hundred-and-twenty-eighth, in ticks. */
const VALUES = [
  ["w", 40_320],
  ["h", 20_160],
  ["q", 10_080],
  ["8", 5_040],
  ["16", 2_520],
  ["32", 1_260],
  ["64", 630],
  ["128", 315],
] as const;
export type ValueName = (typeof VALUES)[number][0];

export interface WrittenValue {
  readonly name: ValueName;
  readonly dots: 0 | 1;
}

/** The note of exactly `written` ticks, plain or dotted; null when there is none. */
export function spellValue(written: number): WrittenValue | null {
  for (const [name, length] of VALUES) {
    if (length === written) return { name, dots: 0 };
    if (length * 1.5 === written) return { name, dots: 1 };
  }
  return null;
}

export interface StaffHead {
  readonly place: Place;
  readonly ghost: boolean;
  readonly rimShot: boolean;
}

export interface StaffNote {
  /** The slot that it begins in; null for rests outside the phrase. */
  readonly slot: number | null;
  readonly at: number;
  readonly value: WrittenValue;
  /** None for a rest. */
  readonly heads: readonly StaffHead[];
  readonly accent: boolean;
  readonly graces: number;
  /** Letters of the limbs, as in a stick line. */
  readonly sticking: string;
  /** Notes of one beam group have the same number. */
  readonly beam: number;
}

export interface StaffTuplet {
  /** First and last note of the bar's notes. */
  readonly from: number;
  readonly to: number;
  /** `notes` in the time of `inTimeOf`. */
  readonly notes: number;
  readonly inTimeOf: number;
}

/** A syllable under the staff, at each slot. */
export interface StaffCount {
  readonly slot: number;
  readonly syllable: string;
  /** The note of the bar under whose place it stands, and how far on to the next one, 0 to 1. */
  readonly note: number;
  readonly share: number;
  readonly onBeat: boolean;
}

export interface StaffBar {
  /** From 0. */
  readonly number: number;
  readonly notes: readonly StaffNote[];
  readonly tuplets: readonly StaffTuplet[];
  readonly counts: readonly StaffCount[];
}

interface Draft {
  readonly notes: StaffNote[];
  readonly tuplets: StaffTuplet[];
}

/** The bars that hold `slots` (a stretch of the timeline's) and the window around them. */
export function makeScore(timeline: Timeline, slots: readonly TimelineSlot[], countStyle: CountStyle): StaffBar[] {
  const { meter, window } = timeline;
  const bar = barTicks(meter);
  const from = slots[0]?.at ?? window.start;
  const isEnd = (slots.at(-1)?.index ?? -1) === timeline.slots.length - 1;
  const lastSlot = slots.at(-1);
  const end = Math.max(lastSlot ? lastSlot.at + lastSlot.duration : from + 1, isEnd ? windowEnd(window) : 0);
  const bars: StaffBar[] = [];
  for (let number = Math.floor(from / bar); number * bar < end; number++) {
    const start = number * bar;
    const inBar = slots.filter((slot) => slot.at >= start && slot.at < start + bar);
    bars.push(makeBar(number, inBar, timeline, countStyle));
  }
  return bars;
}

function windowEnd(window: Window): number {
  return window.start + window.length;
}

function makeBar(number: number, slots: readonly TimelineSlot[], timeline: Timeline, countStyle: CountStyle): StaffBar {
  const { meter } = timeline;
  const start = number * barTicks(meter);
  const end = start + barTicks(meter);
  const draft: Draft = { notes: [], tuplets: [] };
  const first = slots[0];
  const last = slots.at(-1);
  if (!first || !last) {
    // An empty bar has one rest as long as it is, whatever the meter.
    draft.notes.push(rest(start, { name: "w", dots: 0 }, 0));
    return { number, ...draft, counts: [] };
  }
  pushRests(draft, start, first.at, meter, start);
  for (const group of groupSlots(slots, timeline, start)) pushGroup(draft, group, meter, start);
  pushRests(draft, last.at + last.duration, end, meter, start);
  return { number, ...draft, counts: slots.map((slot) => placeCount(slot, draft.notes, meter, countStyle)) };
}

function rest(at: number, value: WrittenValue, beam: number, slot: number | null = null): StaffNote {
  return { slot, at, value, heads: [], accent: false, graces: 0, sticking: "", beam };
}

/** Rests from `from` to `to`, broken at beats, each the longest that may stand there. */
function pushRests(draft: Draft, from: number, to: number, meter: Meter, barStart: number) {
  const beat = beatTicks(meter);
  let at = from;
  while (at < to) {
    const untilBeat = beat - ((at - barStart) % beat);
    const room = Math.min(untilBeat, to - at);
    const value = VALUES.find(([, length]) => length <= room && (at - barStart) % length === 0) ?? [...VALUES].pop();
    const whole = room === untilBeat && untilBeat === beat ? spellValue(beat) : null;
    const length = whole ? beat : Math.min(room, value?.[1] ?? room);
    draft.notes.push(rest(at, whole ?? spellValue(length) ?? { name: "128", dots: 0 }, beamGroup(at, meter, barStart)));
    at += Math.max(length, 1);
  }
}

/** Slots that are written together: those of one beat, or of one tuplet. */
interface SlotGroup {
  readonly slots: readonly TimelineSlot[];
  /** How many slots of this rate make the group whole. */
  readonly size: number;
  readonly rate: Rate;
}

function groupSlots(slots: readonly TimelineSlot[], timeline: Timeline, barStart: number): SlotGroup[] {
  const groups: { slots: TimelineSlot[]; size: number; rate: Rate }[] = [];
  let runStart = 0;
  for (const slot of slots) {
    const rate = timeline.cells[slot.cell]?.rate ?? { slots: 4, quarters: 1 };
    const open = groups.at(-1);
    const goesOn = open && open.slots[0]?.duration === slot.duration;
    if (!goesOn) runStart = slot.at;
    const { span, size } = groupSpan(rate, timeline.meter);
    // Groups keep to the bar's beats where the run stands on them, else to the run itself.
    const origin = (runStart - barStart) % span === 0 || !isTuplet(rate) ? barStart : runStart;
    const opens = !goesOn || (slot.at - origin) % span === 0 || crosses(open.slots.at(-1), slot, origin, span);
    if (opens) groups.push({ slots: [slot], size, rate });
    else open.slots.push(slot);
  }
  return groups.flatMap(halveSextuplet);
}

function crosses(before: TimelineSlot | undefined, slot: TimelineSlot, origin: number, span: number): boolean {
  return before !== undefined && Math.floor((before.at - origin) / span) !== Math.floor((slot.at - origin) / span);
}

function isTuplet(rate: Rate): boolean {
  return rate.slots !== 2 ** Math.floor(Math.log2(rate.slots));
}

function groupSpan(rate: Rate, meter: Meter): { span: number; size: number } {
  const tuplet = rate.quarters * TICKS_PER_QUARTER;
  if (isTuplet(rate)) return { span: tuplet, size: rate.slots };
  const beat = Math.max(beatTicks(meter), tuplet / rate.slots);
  return { span: beat, size: (beat * rate.slots) / tuplet };
}

/** A six of which one half is a single stroke reads better as a three and a plain note. */
function halveSextuplet(group: SlotGroup): SlotGroup[] {
  const { slots, size, rate } = group;
  if (rate.slots !== 6 || rate.quarters !== 1 || slots.length !== 6) return [group];
  const silent = (slot: TimelineSlot) => slot.voiced.kind === "silence";
  const halves = [slots.slice(0, 3), slots.slice(3)];
  if (!halves.some((half) => half.slice(1).every(silent))) return [group];
  return halves.map((half) => ({ slots: half, size: size / 2, rate }));
}

function pushGroup(draft: Draft, { slots, size, rate }: SlotGroup, meter: Meter, barStart: number) {
  const power = 2 ** Math.floor(Math.log2(rate.slots));
  const written = (rate.quarters * TICKS_PER_QUARTER) / power;
  const firstNote = draft.notes.length;
  const actual = slots[0]?.duration ?? 1;
  const span = actual * size;
  // One stroke in a whole tuplet is a plain note as long as the tuplet.
  const alone =
    slots.length === size && isTuplet(rate) && slots.slice(1).every(({ voiced }) => voiced.kind === "silence");
  const plain = alone ? spellValue(span) : null;
  const head = slots[0];
  if (plain && head && head.voiced.kind !== "split") {
    draft.notes.push(writePart(head, head.voiced, head.at, plain, beamGroup(head.at, meter, barStart)));
    return;
  }
  let index = 0;
  while (index < slots.length) {
    const slot = slots[index] as TimelineSlot;
    const beam = beamGroup(slot.at, meter, barStart);
    if (slot.voiced.kind === "split") {
      pushSplit(draft, slot, written, beam);
      index++;
      continue;
    }
    const length = sustain(slots, index, written, size);
    const value = spellValue(written * length) ?? { name: "128", dots: 0 };
    draft.notes.push(writePart(slot, slot.voiced, slot.at, value, beam));
    index += length;
  }
  if (isTuplet(rate)) {
    const inTimeOf = (power * size) / rate.slots;
    draft.tuplets.push({ from: firstNote, to: draft.notes.length - 1, notes: size, inTimeOf });
  }
}

/**
 * How many slots the note or rest at `index` is written over: silence after a stroke lengthens its note, up to the
 * group's end, where that gives a plain or dotted value that stands where such values do.
 */
function sustain(slots: readonly TimelineSlot[], index: number, written: number, size: number): number {
  let silent = 1;
  while (slots[index + silent]?.voiced.kind === "silence") silent++;
  // A group that begins or ends inside the beat is placed from the beat's end.
  const place = index + (size > slots.length ? size - slots.length : 0);
  for (let length = silent; length > 1; length--) {
    const fits = spellValue(written * length) !== null;
    const standsWell = place % length === 0 || place + length === size || (length === 2 && place % 2 === 0);
    if (fits && standsWell) return length;
  }
  return 1;
}

function pushSplit(draft: Draft, slot: TimelineSlot, written: number, beam: number) {
  const parts = partsOf(slot.voiced);
  const power = 2 ** Math.floor(Math.log2(parts.length));
  const value = spellValue(written / power) ?? { name: "128", dots: 0 };
  const from = draft.notes.length;
  for (const [index, part] of parts.entries()) {
    draft.notes.push(writePart(slot, part, slot.at + (index * slot.duration) / parts.length, value, beam));
  }
  if (power !== parts.length) {
    draft.tuplets.push({ from, to: draft.notes.length - 1, notes: parts.length, inTimeOf: power });
  }
}

function writePart(
  slot: TimelineSlot,
  part: Silence | Strokes,
  at: number,
  value: WrittenValue,
  beam: number,
): StaffNote {
  if (part.kind === "silence") return rest(at, value, beam, slot.index);
  const { strokes } = part;
  const letter = (stroke: Stroke) => (stroke.level === "ghost" ? stroke.limb.toLowerCase() : stroke.limb);
  const heads = strokes.map((stroke) => ({
    place: stroke.place ?? homePlace(stroke.limb),
    ghost: stroke.level === "ghost",
    rimShot: stroke.rimShot,
  }));
  return {
    slot: slot.index,
    at,
    value,
    heads,
    accent: strokes.some((stroke) => stroke.level === "accent"),
    graces: strokes.reduce((most, stroke) => Math.max(most, stroke.graces), 0),
    sticking: strokes.map(letter).join(""),
    beam,
  };
}

/** Beams go over a beat; where beats are single eighths, over two of them, and over three at the end of an odd bar. */
function beamGroup(at: number, meter: Meter, barStart: number): number {
  const beat = beatTicks(meter);
  if (isCompound(meter) || meter.unit <= 4) return Math.floor((at - barStart) / beat);
  const pairs = Math.floor(meter.beats / 2);
  return Math.min(Math.floor((at - barStart) / (2 * beat)), Math.max(0, pairs - 1));
}

function placeCount(slot: TimelineSlot, notes: readonly StaffNote[], meter: Meter, style: CountStyle): StaffCount {
  let note = 0;
  while (note + 1 < notes.length && (notes[note + 1]?.at ?? 0) <= slot.at) note++;
  const from = notes[note]?.at ?? slot.at;
  const to = notes[note + 1]?.at ?? from + barTicks(meter);
  return {
    slot: slot.index,
    syllable: countSlot(style, slot, meter),
    note,
    share: (slot.at - from) / (to - from),
    onBeat: slot.at % beatTicks(meter) === 0,
  };
}
