/**
 * One bar, divided into spans that are spelled separately: beats where possible, tuplets where the rate requires them.
 */

import { partsOf } from "~/core/stroke";
import { EIGHTH, QUARTER, TICKS_PER_QUARTER } from "~/core/time";
import type { Sixes } from "../notation";
import { beamNotes } from "./beams";
import { type BarBeats, type Stretch, stretchAt } from "./beats";
import { type StaffNote, type WrittenVoice, writePart, writeRest } from "./notes";
import { isSilent, type RhythmPiece } from "./pieces";
import { joinRests } from "./rests";
import { joinSpans, type SpanPlace, spellPlain, spellTuplet, type WrittenSpan } from "./span";
import { isDotted, isOnGrid, spellValue } from "./values";

export interface SpellingChoices {
  readonly sixes: Sixes;
}

/** Notes, rests, tuplets and beams of the bar that starts at `start` ticks. */
export function spellBar(
  pieces: readonly RhythmPiece[],
  bar: BarBeats,
  start: number,
  choices: SpellingChoices,
): WrittenVoice {
  if (pieces.every(isSilent)) return emptyBar(pieces, start);
  const spans: WrittenSpan[] = [];
  const stretches: Stretch[] = [];
  let at = 0;
  while (at < bar.length) {
    const found = nextSpan(pieces, bar, at, start, choices);
    if (!found) return refuseBar(pieces, start, start + at);
    spans.push(found.written);
    stretches.push(found.stretch);
    at = found.stretch.to;
  }
  const whole = joinSpans(spans);
  return { ...beamNotes(joinRests(whole, bar, start), bar, start, stretches), refusedAt: null };
}

interface FoundSpan {
  readonly stretch: Stretch;
  readonly written: WrittenSpan;
}

function nextSpan(
  pieces: readonly RhythmPiece[],
  bar: BarBeats,
  at: number,
  start: number,
  choices: SpellingChoices,
): FoundSpan | null {
  const beat = stretchAt(bar.beats, at);
  if (!beat) return null;
  const placeOf = ({ from, to }: Stretch): SpanPlace => ({
    start,
    origin: from,
    middle: isDotted(to - from) ? null : (from + to) / 2,
    halvesSixes: choices.sixes === "halves",
  });
  const odd = pieces.find((piece) => piece.to > at && piece.from < beat.to && piece.isOdd);
  if (odd && odd.from <= at) {
    for (const to of tupletEnds(pieces, bar, at, odd, start)) {
      const stretch = { from: at, to };
      const written = spellTuplet(pieces, stretch, placeOf(stretch));
      if (written) return { stretch, written };
    }
    return null;
  }
  const long = odd ? null : (longPiece(pieces, bar, at) ?? syncopation(pieces, bar, beat, at));
  const stretch = long ?? { from: at, to: odd ? odd.from : beat.to };
  const written = spellPlain(pieces, stretch, placeOf(long ?? beat));
  return written && { stretch, written };
}

/**
 * Where a tuplet that starts at `at` may end, best first: where its slots end at half a beat; at the end of its beat;
 * in odd bars, whose threes are felt in eighths, at the end of its own time; then its own time across beats, at half a
 * beat, and wherever its slots meet the grid. Cutting a slot at the bar line comes last.
 */
function tupletEnds(
  pieces: readonly RhythmPiece[],
  { beats, dottedBeat, length }: BarBeats,
  at: number,
  odd: RhythmPiece,
  start: number,
): number[] {
  const beat = stretchAt(beats, at) ?? { from: at, to: length };
  const own = at + (odd.slot?.rate.quarters ?? 1) * TICKS_PER_QUARTER;
  const first = dottedBeat !== null || own > beat.to ? [beat.to, own] : [own, beat.to];
  const half = (beat.from + beat.to) / 2;
  const part = (beat.to - beat.from) / (dottedBeat === null ? 2 : 3);
  const stops = endOfRun(pieces, at);
  const early = stops < beat.to && (stops - beat.from) % part === 0 ? [stops] : [];
  const later = pieces.flatMap(({ from, to }) => [from, to]).filter((end) => isOnGrid(end));
  const ends = new Set([...early, ...first, ...(half > at ? [half] : []), ...later.sort((a, b) => a - b)]);
  // Three quarters of a beat is no duration for a tuplet.
  const isTime = (end: number) =>
    spellValue(end - at)?.dots === 0 || end === own || (end === beat.to && at === beat.from && isDotted(end - at));
  const possible = [...ends].filter((end) => end > at && end <= length && isTime(end) && canPartAt(pieces, end));
  const cuts = (end: number) =>
    pieces.some(({ from, to, slot }) => from < end && to >= end && slot && slot.at + slot.duration > start + end);
  return [...possible.filter((end) => !cuts(end)), ...possible.filter(cuts)];
}

/** Where the slots off the grid end. */
function endOfRun(pieces: readonly RhythmPiece[], at: number): number {
  const next = pieces.find(({ to, isOdd }) => to > at && !isOdd);
  return next ? Math.max(next.from, at) : (pieces.at(-1)?.to ?? at);
}

/** Whether no sounding slot, and no slot of a tuplet, crosses `at`. */
function canPartAt(pieces: readonly RhythmPiece[], at: number): boolean {
  return !pieces.some((piece) => piece.from < at && piece.to > at && (!isSilent(piece) || piece.isOdd) && piece.slot);
}

/** A single slot longer than its beat, such as a half note, where a value of its length is allowed. */
function longPiece(pieces: readonly RhythmPiece[], { beats, halves }: BarBeats, at: number): Stretch | null {
  const piece = pieces.find(({ from }) => from === at);
  const beat = stretchAt(beats, at);
  if (!piece || isSilent(piece) || !beat || piece.to <= beat.to || at !== beat.from) return null;
  const length = piece.to - piece.from;
  const endsOnBeat = beats.some(({ to }) => to === piece.to);
  const half = stretchAt(halves, at);
  const hidesHalf = half !== undefined && half.to < piece.to && at !== half.from;
  return endsOnBeat && !hidesHalf && spellValue(length) ? { from: at, to: piece.to } : null;
}

/** Eighth, quarter, eighth: two beats of a half bar of which the second is only held, as in reading books. */
function syncopation(
  pieces: readonly RhythmPiece[],
  { beats, halves, dottedBeat }: BarBeats,
  beat: Stretch,
  at: number,
): Stretch | null {
  const next = beats.find(({ from }) => from === beat.to);
  const half = stretchAt(halves, at);
  if (dottedBeat !== null || !next || at !== beat.from) return null;
  const isQuarter = [beat, next].every(({ from, to }) => to - from === QUARTER);
  const isTogether = halves.every(({ from, to }) => to - from === QUARTER) || (half && next.to <= half.to);
  if (!isQuarter || !isTogether) return null;
  const struck = pieces.filter((piece) => !isSilent(piece) && piece.from >= at && piece.from < next.to);
  const places = struck.map(({ from }) => (from - at) / EIGHTH);
  const isPlain = struck.every(({ content }) => content.kind !== "split") && places.every(Number.isInteger);
  const isOff = places.includes(1) && !places.includes(2) && places.includes(3);
  const isWhole = !pieces.some((piece) => piece.to > at && piece.from < next.to && piece.isOdd);
  return isPlain && isOff && isWhole ? { from: at, to: next.to } : null;
}

/** A silent bar has one rest of its own length in any meter. */
function emptyBar(pieces: readonly RhythmPiece[], start: number): WrittenVoice {
  const slot = pieces.find((piece) => piece.slot)?.slot?.index ?? null;
  return { notes: [writeRest(start, { name: "w", dots: 0 }, slot)], tuplets: [], refusedAt: null };
}

/** What can't be written in values gets heads at its positions. */
function refuseBar(pieces: readonly RhythmPiece[], start: number, at: number): WrittenVoice {
  const notes = pieces.flatMap(({ from, to, content, slot }): StaffNote[] => {
    return partsOf(content).flatMap((part, index, parts) =>
      part.kind === "silence"
        ? []
        : [writePart(slot, part, start + from + (index * (to - from)) / parts.length, { name: "q", dots: 0 })],
    );
  });
  return { notes, tuplets: [], refusedAt: at };
}
