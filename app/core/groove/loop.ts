/** An arrangement in real time: count-in once, then the loop. Positions include the feel. */

import type { Click } from "../pulse/clicks";
import type { Arrangement, SoundingNote } from "./sounding";

/** Something that sounds, in ticks from the start of a pass; negative if it leads into the pass. */
export type PassEvent =
  | { readonly kind: "note"; readonly at: number; readonly note: SoundingNote }
  | { readonly kind: "click"; readonly at: number; readonly click: Click; readonly countIn: boolean };

/** Everything in one pass, from 0, in order of time. The count-in is separate: {@link listCountIn}. */
export function listPass({ notes, clicks }: Arrangement, pass: number): PassEvent[] {
  const events: PassEvent[] = [];
  for (const note of notes) {
    if (note.passes === "first" ? pass > 0 : note.passes === "later" && pass === 0) continue;
    events.push({ kind: "note", at: note.sounds, note });
  }
  for (const click of clicks) events.push({ kind: "click", at: click.at, click, countIn: false });
  return events.sort((a, b) => a.at - b.at);
}

export function listCountIn({ countInClicks }: Arrangement): PassEvent[] {
  return countInClicks.map((click) => ({ kind: "click", at: click.at, click, countIn: true }));
}

/** The position in `next` that corresponds to `at` in `previous`, so that a change during playback doesn't jump. */
export function carryOver(previous: Arrangement, next: Arrangement, at: number): number {
  // Positions are matched by the phrase: groove bars may have come before it, or part of it been left out.
  const moved = previous.fillAt === next.fillAt ? at : at - previous.fillAt + next.fillAt;
  return moved >= 0 && moved < next.length ? moved : Math.min(Math.max(0, at), next.length);
}

/** The slot of the phrase heard at `at` in the loop; null outside the phrase. By binary search. */
export function slotSounding(arrangement: Arrangement, at: number): number | null {
  const index = indexSounding(arrangement, at);
  return index === null ? null : (arrangement.slots[index]?.slot ?? null);
}

/** The position in the phrase (ticks from its first bar line, as written) heard at `at` in the loop. */
export function phraseAt(arrangement: Arrangement, at: number): number {
  const { slots, slotsEnd, fillAt } = arrangement;
  const index = indexSounding(arrangement, at);
  const here = index === null ? undefined : slots[index];
  if (index === null || !here) return at - fillAt;
  const next = slots[index + 1];
  const spans = { sounds: (next?.sounds ?? slotsEnd) - here.sounds, written: (next?.at ?? slotsEnd) - here.at };
  const share = spans.sounds > 0 ? (at - here.sounds) / spans.sounds : 0;
  return here.at + share * spans.written - fillAt;
}

function indexSounding({ slots, slotsEnd }: Arrangement, at: number): number | null {
  const first = slots[0];
  if (!first || at < first.sounds || at >= slotsEnd) return null;
  let low = 0;
  let high = slots.length - 1;
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if ((slots[middle]?.sounds ?? 0) <= at) low = middle;
    else high = middle - 1;
  }
  return low;
}
