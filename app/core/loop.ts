/** An arrangement in running time: count-in once, then the loop over and over. */

import type { Arrangement, Click, SoundingNote } from "./form";
import { type Ticks, ticks } from "./time";

/** Something to sound, at ticks from the beginning of the count-in. */
export type LoopEvent =
  | { readonly kind: "note"; readonly at: Ticks; readonly note: SoundingNote }
  | { readonly kind: "click"; readonly at: Ticks; readonly click: Click; readonly countIn: boolean };

/** All that begins at `from` or later and before `to`, in order of time. */
export function listLoopEvents(arrangement: Arrangement, from: number, to: number): LoopEvent[] {
  const { countIn, length, notes } = arrangement;
  const events: LoopEvent[] = [];
  const add = (event: LoopEvent) => {
    if (event.at >= from && event.at < to) events.push(event);
  };
  for (const click of arrangement.countInClicks) add({ kind: "click", at: click.at, click, countIn: true });
  // The pass after the last one may reach back before its start with grace notes.
  const first = Math.max(0, Math.floor((from - countIn) / length));
  const last = Math.floor((to - countIn) / length) + 1;
  for (let pass = first; pass <= last; pass++) {
    const start = countIn + pass * length;
    for (const note of notes) {
      if (note.passes === "first" ? pass > 0 : note.passes === "later" && pass === 0) continue;
      add({ kind: "note", at: ticks(start + note.at), note });
    }
    for (const click of arrangement.clicks) add({ kind: "click", at: ticks(start + click.at), click, countIn: false });
  }
  return events.sort((a, b) => a.at - b.at);
}

/** Where running time stands in the loop; null during the count-in. */
export function loopPosition(arrangement: Arrangement, at: number): { pass: number; at: number } | null {
  const since = at - arrangement.countIn;
  if (since < 0) return null;
  const pass = Math.floor(since / arrangement.length);
  return { pass, at: since - pass * arrangement.length };
}

/** The running time in `next` that stands where `at` stands in `previous`, so that an edit while playing does not jump. */
export function carryOver(previous: Arrangement, next: Arrangement, at: number): number {
  const place = loopPosition(previous, at);
  if (!place) return Math.min(at, next.countIn);
  return next.countIn + place.pass * next.length + Math.min(place.at, next.length);
}
