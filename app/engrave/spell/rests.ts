/** Adjacent silent beats merge into one rest, up to the half bar. */

import type { BarBeats, Stretch } from "./beats";
import { type StaffNote, writeRest } from "./notes";
import type { WrittenSpan } from "./span";
import { spellValue, valueTicks } from "./values";

/** Merges rests over whole beats. `start` is the bar's, in ticks. */
export function joinRests({ notes, tuplets }: WrittenSpan, { halves }: BarBeats, start: number): WrittenSpan {
  const joined: StaffNote[] = [];
  /** The new index of each note. */
  const places: number[] = [];
  const isPlainRest = (index: number) =>
    notes[index]?.heads.length === 0 && !tuplets.some(({ from, to }) => from <= index && index <= to);
  for (let index = 0; index < notes.length; index++) {
    const note = notes[index];
    if (!note) continue;
    const last = isPlainRest(index) ? lastOfHalf(notes, index, halves, start, isPlainRest) : index;
    const value = last > index ? spellValue(silence(notes.slice(index, last + 1))) : null;
    for (let of = index; of <= (value ? last : index); of++) places.push(joined.length);
    joined.push(value ? writeRest(note.at, value, note.slot) : note);
    if (value) index = last;
  }
  return {
    notes: joined,
    tuplets: tuplets.map((tuplet) => ({
      ...tuplet,
      from: places[tuplet.from] ?? tuplet.from,
      to: places[tuplet.to] ?? tuplet.to,
    })),
  };
}

function silence(rests: readonly StaffNote[]): number {
  return rests.reduce((sum, { value }) => sum + valueTicks(value), 0);
}

/** The last of the rests from `index` on that fill a half bar, or `index` itself. */
function lastOfHalf(
  notes: readonly StaffNote[],
  index: number,
  halves: readonly Stretch[],
  start: number,
  isPlainRest: (index: number) => boolean,
): number {
  const at = (notes[index]?.at ?? 0) - start;
  const half = halves.find(({ from }) => from === at);
  if (!half) return index;
  let last = index;
  while (isPlainRest(last + 1) && (notes[last + 1]?.at ?? 0) - start < half.to) last++;
  return silence(notes.slice(index, last + 1)) === half.to - half.from ? last : index;
}
