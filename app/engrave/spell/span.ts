/**
 * One span of a bar, a beat or a tuplet, as notes and rests. A note lasts until the next one if there is a value for
 * that; only time before the first note is a rest.
 */

import { partsOf } from "~/core/stroke";
import { gcd, SIXTEENTH, WHOLE } from "~/core/time";
import type { Stretch } from "./beats";
import { type StaffNote, type StaffTuplet, writePart, writeRest } from "./notes";
import { isSilent, type RhythmPiece } from "./pieces";
import { isDotted, LENGTHS, spellValue } from "./values";

export interface WrittenSpan {
  readonly notes: readonly StaffNote[];
  /** Indices within the span, from 0. */
  readonly tuplets: readonly StaffTuplet[];
}

/** The span's position in the score, and the rules for writing it. */
export interface SpanPlace {
  /** Of the bar. */
  readonly start: number;
  /** The start of the span's beat: it determines where values may be. */
  readonly origin: number;
  /** Its middle, which short notes don't cross; null in dotted beats, which have thirds. */
  readonly middle: number | null;
  /** A six as two threes. */
  readonly halvesSixes: boolean;
}

/** Sound or silence between two positions, in the span's own units. */
interface SoundingSpan {
  readonly from: number;
  readonly to: number;
  /** What starts there; null for silence. */
  readonly piece: RhythmPiece | null;
}

/** Nobody can read more notes in one tuplet. */
const MAX_IN_TUPLET = 15;

/** A span on the plain grid. */
export function spellPlain(pieces: readonly RhythmPiece[], span: Stretch, place: SpanPlace): WrittenSpan | null {
  const draft = new SpellingDraft(pieces, place.start);
  for (const sound of listSounds(pieces, span)) {
    if (sound.piece === null) {
      for (const part of splitRest(sound.from, sound.to, place)) draft.rest(part.from, part.to - part.from);
      continue;
    }
    const length = sustain(sound, place);
    if (length === 0 || !draft.sound(sound.piece, sound.from, length)) return null;
    for (const part of splitRest(sound.from + length, sound.to, place)) draft.rest(part.from, part.to - part.from);
  }
  return draft.written();
}

/**
 * A span of slots at a rate that divides the beat differently from the plain grid. Null if it can't be written like
 * that.
 */
export function spellTuplet(pieces: readonly RhythmPiece[], span: Stretch, place: SpanPlace): WrittenSpan | null {
  const length = span.to - span.from;
  const inside = pieces.filter((piece) => piece.from >= span.from && piece.from < span.to);
  const dotted = isDotted(length);
  const sounds = listSounds(pieces, span);
  const unit = unitOf(sounds, span);
  const grid = length / unit;
  // A rate's notes may turn out to be on the plain grid if only some of its slots sound.
  if (isPlainGrid(grid, dotted)) return spellPlain(pieces, span, { ...place, origin: span.from });
  const called = callTuplet(inside, length, grid);
  const halves = grid % 2 === 0 ? halve(pieces, span, place, called) : null;
  if (halves) return halves;
  // Sixteenths and triplets in one span are two spans.
  if (!inside.every((piece) => isSilent(piece) || fitsTuplet(piece, length, called))) return null;
  const inTimeOf = dotted ? dottedTime(called) : 2 ** Math.floor(Math.log2(called));
  const written = length / (inTimeOf * (grid / called));
  if (called > MAX_IN_TUPLET || !spellValue(written)) return null;

  const draft = new SpellingDraft(inside, place.start);
  const scale = written / unit;
  for (const sound of sounds) {
    const units = (sound.to - sound.from) / unit;
    if (sound.piece === null) {
      draft.rests((sound.from - span.from) / unit, units, sound.from, unit, written);
      continue;
    }
    const most = sound.piece.content.kind === "split" ? units : longest(units, written);
    if (most === 0 || !draft.sound(sound.piece, sound.from, most * unit, scale)) return null;
    const next = sound.from + most * unit;
    draft.rests((next - span.from) / unit, units - most, next, unit, written);
  }
  return draft.written({ notes: called, inTimeOf });
}

/**
 * The tuplet's number: the slots of its rate, so that a three with a shared slot stays a three; or its positions if
 * fewer are enough.
 */
function callTuplet(inside: readonly RhythmPiece[], length: number, grid: number): number {
  const counts = inside
    .flatMap(({ slot }) => (slot ? [length / slot.duration] : []))
    .filter((count) => Number.isInteger(count) && Number.isInteger(Math.log2(grid / count)));
  return Math.min(grid, ...counts.filter((count) => !Number.isInteger(Math.log2(count))));
}

/** In a dotted beat, two replace three; more than three replace three, six or twelve. */
function dottedTime(called: number): number {
  return 3 * 2 ** Math.max(0, Math.floor(Math.log2(called / 3)));
}

/** Whether the slot's length is one of the tuplet's notes, or a double, half or sum of them. */
function fitsTuplet({ slot, isOdd, from, to }: RhythmPiece, length: number, called: number): boolean {
  if (!isOdd && to - from < length) return false;
  const note = length / called;
  const times = (slot?.duration ?? note) / note;
  return Number.isInteger(times) || Number.isInteger(Math.log2(times));
}

function isPlainGrid(grid: number, dotted: boolean): boolean {
  if (grid === 1) return true;
  return Number.isInteger(Math.log2(dotted ? grid / 3 : grid));
}

/** The longest unit of which every onset of the span is a multiple. */
function unitOf(sounds: readonly SoundingSpan[], { from, to }: Stretch): number {
  return sounds.reduce((unit, sound) => gcd(unit, sound.from - from), to - from);
}

/**
 * Two halves instead of one: if half of a six is plain, if more than six notes would be together, or if the reader
 * wants threes.
 */
function halve(
  pieces: readonly RhythmPiece[],
  { from, to }: Stretch,
  place: SpanPlace,
  called: number,
): WrittenSpan | null {
  const middle = (from + to) / 2;
  if (called % 2 !== 0 || isDotted(to - from)) return null;
  // Never split in the middle of a slot, or of a tuplet in it.
  if (pieces.some((piece) => !isSilent(piece) && piece.from < middle && piece.to > middle)) return null;
  const isStruck = pieces.some((piece) => !isSilent(piece) && piece.from === middle);
  const halves = [
    { from, to: middle },
    { from: middle, to },
  ];
  const isPlain = halves.some((half) =>
    isPlainGrid((half.to - half.from) / unitOf(listSounds(pieces, half), half), false),
  );
  const isMany = called > 6 && isStruck;
  const isWanted = place.halvesSixes && called === 6 && isStruck;
  if (!isPlain && !isMany && !isWanted) return null;
  const written = halves.map((half) => spellTuplet(pieces, half, place));
  return written.every((half) => half !== null) ? joinSpans(written) : null;
}

/** Consecutive spans. */
export function joinSpans(spans: readonly WrittenSpan[]): WrittenSpan {
  const notes: StaffNote[] = [];
  const tuplets: StaffTuplet[] = [];
  for (const span of spans) {
    const shift = notes.length;
    tuplets.push(...span.tuplets.map((tuplet) => ({ ...tuplet, from: tuplet.from + shift, to: tuplet.to + shift })));
    notes.push(...span.notes);
  }
  return { notes, tuplets };
}

/** From each onset to the next; silence only at the start, and after a slot that is itself a tuplet. */
function listSounds(pieces: readonly RhythmPiece[], { from, to }: Stretch): SoundingSpan[] {
  const sounds: { from: number; to: number; piece: RhythmPiece | null }[] = [];
  for (const piece of pieces) {
    if (piece.to <= from || piece.from >= to) continue;
    const before = sounds.at(-1);
    const isOwn = before?.piece?.content.kind === "split";
    const end = Math.min(piece.to, to);
    if (isSilent(piece) || piece.from < from) {
      if (before && !isOwn) before.to = end;
      else sounds.push({ from: Math.max(piece.from, from), to: end, piece: null });
    } else sounds.push({ from: piece.from, to: end, piece });
  }
  return sounds;
}

/**
 * Written duration of a sound: until the next one if a value that fits there is that long, otherwise the longest value
 * that fits.
 */
function sustain({ from, to, piece }: SoundingSpan, place: SpanPlace): number {
  if (piece?.content.kind === "split") return to - from;
  return LENGTHS.find((length) => length <= to - from && standsWell({ from, to }, length, place)) ?? 0;
}

/**
 * Whether a note of `length` may start at `from`: where such values belong, or across them as syncopation in sixteenths
 * and longer. Shorter notes must show the middle of the beat.
 */
function standsWell({ from, to }: Stretch, length: number, { origin, middle }: SpanPlace): boolean {
  const at = from - origin;
  const dotted = isDotted(length);
  // Time that the next note doesn't need isn't written: no sixty-fourth rest after a thirty-second.
  if (length % gcd(gcd(at, to - origin), WHOLE) !== 0) return false;
  const third = length / 3;
  const isAligned = dotted ? at % (2 * third) === 0 || (at + length) % (4 * third) === 0 : at % length === 0;
  if (isAligned) return true;
  const step = gcd(at, dotted ? third : length);
  const crosses = middle !== null && from < middle && from + length > middle;
  return step >= SIXTEENTH || (!crosses && step * 2 >= (dotted ? third : length));
}

/** Rests from `from` to `to`: each as long as allowed, with at most one dotted rest at the start of a beat. */
function splitRest(from: number, to: number, { origin, middle }: SpanPlace): Stretch[] {
  const rests: Stretch[] = [];
  let at = from;
  while (at < to) {
    const place = at - origin;
    const length = LENGTHS.find((length) => {
      if (length > to - at) return false;
      if (isDotted(length)) return place === 0 && (middle === null || length >= SIXTEENTH * 1.5);
      return place % length === 0 || (middle === null && place % (length / 2) === 0 && length / 2 >= SIXTEENTH);
    });
    if (length === undefined) return [];
    rests.push({ from: at, to: at + length });
    at += length;
  }
  return rests;
}

/** The most of `units` that one value covers: in a tuplet, plain and dotted values may be anywhere. */
function longest(units: number, written: number): number {
  for (let length = units; length > 0; length--) if (spellValue(length * written)) return length;
  return 0;
}

class SpellingDraft {
  private readonly notes: StaffNote[] = [];
  private readonly tuplets: StaffTuplet[] = [];

  constructor(
    private readonly pieces: readonly RhythmPiece[],
    private readonly start: number,
  ) {}

  written(outer?: Pick<StaffTuplet, "notes" | "inTimeOf">): WrittenSpan {
    const whole = outer ? [{ from: 0, to: this.notes.length - 1, ...outer }] : [];
    return { notes: this.notes, tuplets: [...this.tuplets, ...whole] };
  }

  /** A rest; `length` is as written. */
  rest(from: number, length: number) {
    const value = spellValue(length);
    const slot = this.pieces.find((piece) => piece.from <= from && piece.to > from)?.slot?.index ?? null;
    if (value) this.notes.push(writeRest(this.start + from, value, slot));
  }

  /** Rests over `units` positions of a tuplet, from position `place`. */
  rests(position: number, units: number, from: number, unit: number, written: number) {
    let [at, left] = [position, units];
    while (left > 0) {
      let many = longest(left, written);
      while (many > 1 && (at % many !== 0 || spellValue(many * written)?.dots !== 0)) many--;
      this.rest(from + (at - position) * unit, many * written);
      at += many;
      left -= many;
    }
  }

  /** Writes what starts at `from`, for `length` ticks times `scale`. False if there is no value for it. */
  sound(piece: RhythmPiece, from: number, length: number, scale = 1): boolean {
    const { content, slot } = piece;
    const written = length * scale;
    if (content.kind !== "split") {
      const value = spellValue(written);
      if (value) this.notes.push(writePart(slot, content, this.start + from, value));
      return value !== null;
    }
    return this.nest(piece, from, length, written);
  }

  /** The parts of a shared slot as a tuplet, inside whatever the slot is in. */
  private nest({ content, slot }: RhythmPiece, from: number, length: number, written: number): boolean {
    const parts = partsOf(content);
    const power = 2 ** Math.floor(Math.log2(parts.length));
    const unit = written / power;
    const first = this.notes.length;
    for (let index = 0; index < parts.length; ) {
      const part = parts[index];
      if (!part) return false;
      let many = 1;
      if (part.kind !== "silence") while (parts[index + many]?.kind === "silence") many++;
      many = longest(many, unit);
      const value = many > 0 ? spellValue(many * unit) : null;
      if (!value) return false;
      this.notes.push(writePart(slot, part, this.start + from + (index * length) / parts.length, value));
      index += many;
    }
    if (power !== parts.length)
      this.tuplets.push({ from: first, to: this.notes.length - 1, notes: parts.length, inTimeOf: power });
    return true;
  }
}
