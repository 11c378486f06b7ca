/** Beams: notes felt as one beat share one. */

import { EIGHTH } from "~/core/time";
import type { BarBeats, Stretch } from "./beats";
import type { StaffNote, StaffTuplet } from "./notes";
import type { WrittenSpan } from "./span";
import { isOnGrid } from "./values";

/** Values with beams, by number of beams. */
const BEAMED = ["8", "16", "32", "64", "128"];

export function beamCount({ heads, value }: StaffNote): number {
  return heads.length === 0 ? 0 : BEAMED.indexOf(value.name) + 1;
}

/** Each note with its beam group. A span across beats is its own group. `start` is the bar's, in ticks. */
export function beamNotes(
  { notes, tuplets }: WrittenSpan,
  bar: BarBeats,
  start: number,
  spans: readonly Stretch[],
): WrittenSpan {
  const across = spans.filter(({ from, to }) => !bar.groups.some((group) => group.from <= from && to <= group.to));
  const groupOf = (at: number): number => {
    const over = across.findIndex((span) => at >= span.from && at < span.to);
    if (over >= 0) return bar.groups.length + over;
    return bar.groups.findIndex((group) => at >= group.from && at < group.to);
  };
  const beamed = notes.map((note) => ({ ...note, beam: groupOf(note.at - start) }));
  const parted = partTuplets(beamed, tuplets, bar.groups.length + across.length);
  const inFours = bar.beamsFours ? joinFours(parted, bar, start) : parted;
  return { notes: breakBeams(inFours, bar, start), tuplets };
}

/** Adjacent tuplets that fill their beats get separate beams, so that you can tell them apart without brackets. */
function partTuplets(notes: readonly StaffNote[], tuplets: readonly StaffTuplet[], free: number): StaffNote[] {
  const outer = tuplets.filter(
    (one) => !tuplets.some((other) => other !== one && other.from <= one.from && other.to >= one.to),
  );
  const tupletOf = (index: number) => outer.findIndex(({ from, to }) => from <= index && index <= to);
  return notes.map((note, index) => {
    const together = notes.flatMap(({ beam }, other) => (beam === note.beam ? [tupletOf(other)] : []));
    const isFilled = together.every((tuplet) => tuplet >= 0) && new Set(together).size > 1;
    return isFilled ? { ...note, beam: free + tupletOf(index) } : note;
  });
}

/** Four eighths of a half bar share one beam. */
function joinFours(notes: readonly StaffNote[], { halves }: BarBeats, start: number): StaffNote[] {
  const joined = [...notes];
  for (const half of halves) {
    const inside = notes.filter(({ at }) => at - start >= half.from && at - start < half.to);
    if (inside.length !== 4 || !inside.every((note) => note.value.dots === 0 && beamCount(note) === 1)) continue;
    // Not if the four eighths are in a tuplet.
    if (!inside.every(({ at }, index) => at - start === half.from + index * EIGHTH)) continue;
    const beam = inside[0]?.beam ?? 0;
    for (const note of inside) joined[notes.indexOf(note)] = { ...note, beam };
  }
  return joined;
}

/**
 * Thirty-seconds and shorter are read by half beats: all beams but the first break there, in dotted beats at each
 * third.
 */
function breakBeams(notes: readonly StaffNote[], { beats, dottedBeat }: BarBeats, start: number): StaffNote[] {
  return notes.map((note, index) => {
    const before = notes[index - 1];
    if (!before || before.beam !== note.beam || beamCount(before) < 2 || beamCount(note) < 2) return note;
    if (Math.max(beamCount(before), beamCount(note)) < 3) return note;
    const at = note.at - start;
    const beat = beats.find(({ from, to }) => at >= from && at < to);
    if (!beat || !isOnGrid(at)) return note;
    const step = (beat.to - beat.from) / (dottedBeat === null ? 2 : 3);
    return (at - beat.from) % step === 0 ? { ...note, breaksBeam: true } : note;
  });
}
