/** One voice of a bar: slots as notes and rests with written values, tuplets and beams. */

import { pulseOf } from "~/core/pulse";
import {
  homePlace,
  isHand,
  otherHand,
  type Place,
  partsOf,
  type Silence,
  type Slot,
  type Stroke,
  type Strokes,
  type Technique,
} from "~/core/stroke";
import { barTicks, beatTicks, isCompound, type Meter, type Rate, TICKS_PER_QUARTER } from "~/core/time";

/** A slot to be written. */
export interface ScoreSlot {
  /** Its number in the phrase; null for what is not of the phrase. */
  readonly index: number | null;
  readonly at: number;
  readonly duration: number;
  readonly voiced: Slot;
  readonly gracePlaces?: ReadonlyMap<Stroke, Place>;
  readonly rate: Rate;
}

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
  readonly technique: Technique;
  /** Closed hi-hats that the ones before left open: a copyist writes a + where they close. */
  readonly closes: boolean;
}

/** The grace notes that lead into a note. */
export interface StaffGraces {
  readonly many: number;
  readonly place: Place;
  /** Of the hand that plays them, small. */
  readonly sticking: string;
}

export interface StaffNote {
  /** The slot that it begins in; null for rests outside the phrase. */
  readonly slot: number | null;
  readonly at: number;
  readonly value: WrittenValue;
  /** None for a rest. */
  readonly heads: readonly StaffHead[];
  readonly accent: boolean;
  readonly graces: StaffGraces | null;
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

/** Notes and rests of one voice. */
export interface WrittenVoice {
  readonly notes: readonly StaffNote[];
  readonly tuplets: readonly StaffTuplet[];
}

interface Draft {
  readonly notes: StaffNote[];
  readonly tuplets: StaffTuplet[];
}

/** The slots of one bar, which begin at or after `start` and before its end, with rests around them. */
export function writeVoice(slots: readonly ScoreSlot[], meter: Meter, start: number): WrittenVoice {
  const draft: Draft = { notes: [], tuplets: [] };
  const end = start + barTicks(meter);
  // An empty bar has one rest as long as it is, whatever the meter.
  if (slots.length === 0) draft.notes.push(rest(start, { name: "w", dots: 0 }, 0));
  let at = start;
  for (const run of listRuns(slots)) {
    const first = run[0] as ScoreSlot;
    const last = run.at(-1) as ScoreSlot;
    pushRests(draft, at, first.at, meter, start);
    for (const group of groupSlots(run, meter, start)) pushGroup(draft, group, meter, start);
    at = last.at + last.duration;
  }
  if (slots.length > 0) pushRests(draft, at, end, meter, start);
  return draft;
}

/** Slots that follow one another without a gap. */
function listRuns(slots: readonly ScoreSlot[]): ScoreSlot[][] {
  const runs: ScoreSlot[][] = [];
  for (const slot of slots) {
    const open = runs.at(-1);
    const before = open?.at(-1);
    if (open && before && before.at + before.duration === slot.at) open.push(slot);
    else runs.push([slot]);
  }
  return runs;
}

function rest(at: number, value: WrittenValue, beam: number, slot: number | null = null): StaffNote {
  return { slot, at, value, heads: [], accent: false, graces: null, sticking: "", beam };
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
  readonly slots: readonly ScoreSlot[];
  /** How many slots of this rate make the group whole. */
  readonly size: number;
  readonly rate: Rate;
}

function groupSlots(slots: readonly ScoreSlot[], meter: Meter, barStart: number): SlotGroup[] {
  const groups: { slots: ScoreSlot[]; size: number; rate: Rate }[] = [];
  let runStart = 0;
  for (const slot of slots) {
    const { rate } = slot;
    const open = groups.at(-1);
    const goesOn = open && open.slots[0]?.duration === slot.duration;
    if (!goesOn) runStart = slot.at;
    const { span, size } = groupSpan(rate, meter);
    // Groups keep to the bar's beats where the run stands on them, else to the run itself.
    const origin = (runStart - barStart) % span === 0 || !isTuplet(rate) ? barStart : runStart;
    const opens = !goesOn || (slot.at - origin) % span === 0 || crosses(open.slots.at(-1), slot, origin, span);
    if (opens) groups.push({ slots: [slot], size, rate });
    else open.slots.push(slot);
  }
  return groups.flatMap(halveSextuplet);
}

function crosses(before: ScoreSlot | undefined, slot: ScoreSlot, origin: number, span: number): boolean {
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
  const silent = (slot: ScoreSlot) => slot.voiced.kind === "silence";
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
    const slot = slots[index] as ScoreSlot;
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
    // What is cut off, by a bar line say, is called by what is there where that is a whole number in a whole number.
    const cut = (slots.length * inTimeOf) / size;
    const said = Number.isInteger(cut) ? { notes: slots.length, inTimeOf: cut } : { notes: size, inTimeOf };
    draft.tuplets.push({ from: firstNote, to: draft.notes.length - 1, ...said });
  }
}

/**
 * How many slots the note or rest at `index` is written over: silence after a stroke lengthens its note, up to the
 * group's end, where that gives a plain or dotted value that stands where such values do.
 */
function sustain(slots: readonly ScoreSlot[], index: number, written: number, size: number): number {
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

function pushSplit(draft: Draft, slot: ScoreSlot, written: number, beam: number) {
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

function writePart(slot: ScoreSlot, part: Silence | Strokes, at: number, value: WrittenValue, beam: number): StaffNote {
  if (part.kind === "silence") return rest(at, value, beam, slot.index);
  const { strokes } = part;
  const letter = (stroke: Stroke) => (stroke.level === "ghost" ? stroke.limb.toLowerCase() : stroke.limb);
  const heads = strokes.map((stroke) => ({
    place: stroke.place ?? homePlace(stroke.limb),
    ghost: stroke.level === "ghost",
    technique: stroke.technique,
    closes: false,
  }));
  return {
    slot: slot.index,
    at,
    value,
    heads,
    accent: strokes.some((stroke) => stroke.level === "accent"),
    graces: writeGraces(slot, strokes),
    sticking: strokes.map(letter).join(""),
    beam,
  };
}

/** Of strokes together one at most has grace notes: the other hand plays them. */
function writeGraces({ gracePlaces }: ScoreSlot, strokes: readonly Stroke[]): StaffGraces | null {
  const graced = strokes.find(({ graces }) => graces > 0);
  if (!graced || !isHand(graced.limb)) return null;
  const place = gracePlaces?.get(graced) ?? graced.place ?? homePlace(graced.limb);
  return { many: graced.graces, place, sticking: otherHand(graced.limb).toLowerCase() };
}

/**
 * Beams go over a beat as it is felt; where beats are single eighths, over two of them, and over three at the end of an odd
 * bar.
 */
function beamGroup(at: number, meter: Meter, barStart: number): number {
  const beat = beatTicks(meter);
  if (meter.groups) return pulseOf(meter).beats.findLastIndex((start) => start <= at - barStart);
  if (isCompound(meter) || meter.unit <= 4) return Math.floor((at - barStart) / beat);
  const pairs = Math.floor(meter.beats / 2);
  return Math.min(Math.floor((at - barStart) / (2 * beat)), Math.max(0, pairs - 1));
}
