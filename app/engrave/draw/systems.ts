/** Breaks bars into lines: as many as fit, justified, broken at bar lines. */

import { BarlineType, Formatter, Stave, Voice, VoiceMode } from "vexflow/core";
import type { Meter } from "~/core/time";
import type { StaffBar } from "../score";
import { type EngravedVoice, engraveVoice } from "./notes";
import { type Spacing, spaceBar } from "./spacing";

/** A bar that only repeats the previous one. */
const SIGN_ROOM = 70;
/** The sign at the start of a repeat. */
const REPEAT_ROOM = 14;
/** The package places the first note this far after the start of the note area. */
export const NOTES_START = 12;
/** Width of the line at the end of a bar. */
export const END_ROOM = { single: 1, double: 4, final: 6, repeat: 14 } as const;
/** The last line is stretched to full width, but by at most this factor. */
const MAX_STRETCH = 1.9;

/** A bar with its notes engraved but not yet positioned. */
export interface EngravedBar {
  readonly bar: StaffBar;
  readonly upper: EngravedVoice;
  readonly lower: EngravedVoice | null;
  readonly spacing: Spacing | null;
  /** Preferred and minimum width. */
  readonly room: number;
  readonly tightest: number;
}

export interface PlacedBar extends EngravedBar {
  readonly width: number;
}

/** Where notes may start without clef or meter before them. */
function bareStart(): number {
  return new Stave(0, 0, 200).setBegBarType(BarlineType.NONE).getNoteStartX();
}

export function engraveBar(bar: StaffBar, meter: Meter): EngravedBar {
  if (bar.likeBefore !== null) {
    const upper = engraveVoice({ notes: [], tuplets: [], refusedAt: null }, false);
    return { bar, upper, lower: null, spacing: null, room: SIGN_ROOM, tightest: SIGN_ROOM };
  }
  const upper = engraveVoice(bar, false);
  const lower = bar.lower ? engraveVoice(bar.lower, true) : null;
  const all = [upper, ...(lower ? [lower] : [])];
  const voices = all.map(({ notes }) =>
    new Voice({ numBeats: meter.beats, beatValue: meter.unit }).setMode(VoiceMode.SOFT).addTickables([...notes]),
  );
  const spacing = spaceBar(new Formatter(), voices, all);
  const own = bareStart() + NOTES_START + (bar.opens === "repeat" ? REPEAT_ROOM : 0) + END_ROOM[bar.closes];
  return { bar, upper, lower, spacing, room: spacing.comfortable + own, tightest: spacing.tightest + own };
}

/** What precedes the notes of a line: the clef, and on the first line the meter. */
export function openingRoom(meter: Meter): number {
  const stave = new Stave(0, 0, 200).addClef("percussion").addTimeSignature(`${meter.beats}/${meter.unit}`);
  return stave.setBegBarType(BarlineType.NONE).getNoteStartX() - bareStart();
}

/** The narrowest page that fits the widest bar. */
export function tightestPage(bars: readonly EngravedBar[], opening: number): number {
  return Math.ceil(Math.max(0, ...bars.map(({ tightest }) => opening + tightest)) + 8);
}

function fillLines(bars: readonly EngravedBar[], room: number): EngravedBar[][] {
  const lines: EngravedBar[][] = [];
  let used = 0;
  for (const bar of bars) {
    const open = lines.at(-1);
    // A sign for two bars is on the line between them.
    const isTied = bar.bar.likeBefore === "second-of-two";
    if (open && (isTied || used + bar.room <= room)) {
      open.push(bar);
      used += bar.room;
    } else {
      lines.push([bar]);
      used = bar.room;
    }
  }
  return lines;
}

/** The fewest lines possible, filled as evenly as possible: the narrowest width that needs no more lines. */
export function breakSystems(bars: readonly EngravedBar[], width: number, opening: number): PlacedBar[][] {
  const free = width - opening;
  const fewest = fillLines(bars, free).length;
  let [low, high] = [0, free];
  while (high - low > 1) {
    const middle = (low + high) / 2;
    if (fillLines(bars, middle).length <= fewest) high = middle;
    else low = middle;
  }
  return fillLines(bars, high).map((line, index, lines) => {
    const total = line.reduce((sum, bar) => sum + bar.room, 0);
    // All lines are as wide as the page, except a nearly empty last one.
    const isLast = index === lines.length - 1;
    const stretch = isLast ? Math.min(free / total, Math.max(MAX_STRETCH, free / high)) : free / total;
    return line.map((bar, place) => ({ ...bar, width: bar.room * stretch + (place === 0 ? opening : 0) }));
  });
}
