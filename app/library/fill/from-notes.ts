/** Fills from a file of notes: what was read, moved, and left out. */

import { formatLine, readStickLine } from "~/core/line";
import { notate, type ReadNote } from "~/core/notate";
import { pulseOf } from "~/core/pulse";
import type { Hand, KitVoice } from "~/core/stroke";
import { barTicks, bpm, type Meter, TICKS_PER_QUARTER, tempoUnitTicks, ticks } from "~/core/time";
import { layOut } from "~/core/timeline";
import type { FileNote, NotesFile } from "~/formats/notes-file";
import { MAX_NAME, MAX_WINDOW_BARS } from "../phrase/phrase";
import { type FillContent, makeContent } from "./content";

export interface NotesChoices {
  /** Which part. */
  readonly part: string;
  /** The surface for each key of the file; null to leave it out. Overrides the file's own information. */
  readonly map: Readonly<Record<string, KitVoice | null>>;
  /** Bars per fill; null for as few fills as possible. */
  readonly barsEach: number | null;
  readonly leading: Hand;
  readonly countStyle: FillContent["countStyle"];
}

export interface NotesMade {
  readonly fills: readonly FillContent[];
  readonly notes: number;
  /** Onsets moved onto the grid, and the largest move in seconds. */
  readonly moved: number;
  readonly farthest: number;
  readonly guessed: number;
  readonly dropped: number;
  /** Keys without a surface, and their number of notes. */
  readonly unknown: readonly { readonly key: string; readonly count: number }[];
  /** The file's own stick line was used, because it says the same. */
  readonly isOwn: boolean;
}

/** Choices for a file, and information about it. */
export interface NotesSummary extends Pick<NotesFile, "title" | "tempo" | "tempoChanges" | "isExact" | "leftOut"> {
  readonly parts: readonly { readonly id: string; readonly name: string; readonly notes: number }[];
  readonly likely: string;
  readonly meters: number;
}

export function summarise(file: NotesFile): NotesSummary {
  const { title, parts, tempo, tempoChanges, meters, isExact, leftOut } = file;
  return {
    title,
    parts: parts.map(({ id, name, notes }) => ({ id, name, notes: notes.length })),
    likely: likelyPart(file),
    tempo,
    tempoChanges,
    meters: meters.length,
    isExact,
    leftOut,
  };
}

/**
 * Performed notes may be this far from their grid position, in seconds. Our estimate: a loose hand at a medium tempo.
 */
const LOOSE = 0.035;
/** Default tempo of a file without one, in quarters per minute. */
const USUAL_TEMPO = 120;

/** A part's unknown keys, then its known ones, most frequent first. */
export function listKeys(file: NotesFile, part: string, map: NotesChoices["map"]) {
  const counts = new Map<string, { place: KitVoice | null; count: number }>();
  for (const note of file.parts.find(({ id }) => id === part)?.notes ?? []) {
    const known = counts.get(note.key);
    counts.set(note.key, { place: placeOf(note, map), count: (known?.count ?? 0) + 1 });
  }
  return [...counts].map(([key, value]) => ({ key, ...value })).sort((a, b) => b.count - a.count);
}

function placeOf(note: FileNote, map: NotesChoices["map"]): KitVoice | null {
  const chosen = map[note.key];
  return chosen === undefined ? note.place : chosen;
}

/** The part most likely intended: the drum part with the most notes. */
export function likelyPart({ parts }: NotesFile): string {
  const sorted = parts.toSorted((a, b) => Number(b.isDrums) - Number(a.isDrums) || b.notes.length - a.notes.length);
  return sorted[0]?.id ?? "";
}

export function makeFills(file: NotesFile, choices: NotesChoices): NotesMade {
  const notes = file.parts.find(({ id }) => id === choices.part)?.notes ?? [];
  const unknown = listKeys(file, choices.part, choices.map).filter(({ place }) => place === null);
  const known = notes.flatMap((note): ReadNote[] => {
    const place = placeOf(note, choices.map);
    return place === null ? [] : [{ ...note, place }];
  });
  const quarter = file.tempo ?? USUAL_TEMPO;
  const near = file.isExact ? 0 : (LOOSE * quarter * TICKS_PER_QUARTER) / 60;
  const own = ownFill(file, known, choices);
  const made = { moved: 0, farthest: 0, guessed: 0, dropped: 0 };
  const fills: FillContent[] = [];
  const spaces = own ? [] : listSpaces(file, choices.barsEach, Math.max(0, ...known.map(({ at }) => at)) + near);
  for (const [index, { start, length, meter }] of spaces.entries()) {
    const here = known
      .filter(({ at }) => at >= start - near && at < start + length - near)
      .map((note) => ({ ...note, at: note.at - start }));
    if (here.length === 0) continue;
    const found = notate(here, { pulse: pulseOf(meter), end: length, near, leading: choices.leading });
    made.moved += found.moved;
    made.farthest = Math.max(made.farthest, (found.farthest * 60) / (quarter * TICKS_PER_QUARTER));
    made.guessed += found.guessed;
    made.dropped += found.dropped;
    fills.push(fillOf(formatLine(found.line), meter, length, index, spaces.length, file, choices));
  }
  return { fills: own ? [own] : fills, notes: known.length, ...made, unknown, isOwn: own !== null };
}

interface Space {
  readonly start: number;
  readonly length: number;
  readonly meter: Meter;
}

/** The bars of each fill up to the last note: one meter per fill, and no more bars than a fill may have. */
function listSpaces({ meters, end: whole }: NotesFile, barsEach: number | null, last: number): Space[] {
  const spaces: Space[] = [];
  const begun = meters.filter(({ at }) => at <= last).at(-1) ?? meters[0];
  const bar = begun ? barTicks(begun.meter) : 1;
  const end = begun ? Math.min(whole, begun.at + (Math.floor((last - begun.at) / bar) + 1) * bar) : whole;
  for (const [index, { at, meter }] of meters.entries()) {
    const until = Math.min(end, meters[index + 1]?.at ?? end);
    const own = barTicks(meter);
    const most = Math.min(barsEach ?? MAX_WINDOW_BARS, MAX_WINDOW_BARS) * own;
    for (let start = at; start < until - 1; start += most) {
      spaces.push({ start, length: Math.ceil((Math.min(most, until - start) - 1) / own) * own, meter });
    }
  }
  return spaces;
}

function fillOf(
  text: string,
  meter: Meter,
  length: number,
  index: number,
  many: number,
  { title, tempo }: NotesFile,
  { countStyle }: NotesChoices,
): FillContent {
  const name = many > 1 ? `${title || "Imported"} ${index + 1}` : title || "Imported";
  const perMinute = ((tempo ?? USUAL_TEMPO) * TICKS_PER_QUARTER) / tempoUnitTicks(meter);
  return makeContent({
    name: name.slice(0, MAX_NAME),
    tags: ["imported"],
    text,
    meter,
    tempo: bpm(Math.min(400, Math.max(20, Math.round(perMinute * 100) / 100))),
    window: { start: ticks(0), length: ticks(length) },
    countStyle,
    groove: "straight-eighths",
  });
}

/** The file's own stick line, if it still matches the notes: nobody has changed these since. */
function ownFill(file: NotesFile, notes: readonly ReadNote[], choices: NotesChoices): FillContent | null {
  const { line: text, meters, end } = file;
  const line = text === null ? null : readStickLine(text).line;
  const meter = meters[0]?.meter;
  if (!line || text === null || !meter || meters.length > 1) return null;
  const bar = barTicks(meter);
  const window = { start: ticks(0), length: ticks(Math.min(end, MAX_WINDOW_BARS * bar)) };
  const timeline = layOut({ meter, tempo: bpm(100), window, line });
  const struck = timeline.events.filter(({ grace }) => grace === undefined);
  // A bar of rest precedes grace notes that come before the first bar line.
  const shift = Math.round((Math.min(...notes.map(({ at }) => at)) - (struck[0]?.at ?? 0)) / bar) * bar;
  // Two hands on one drum may be one note.
  const told = (list: readonly { readonly at: number; readonly place: KitVoice }[], by: number) =>
    [...new Set(list.map(({ at, place }) => `${Math.round(at - by)} ${place}`))].sort().join();
  if (told(notes, shift) !== told(struck, 0)) return null;
  const length = Math.max(bar, Math.ceil(timeline.end / bar) * bar);
  return fillOf(text, meter, length, 0, 1, file, choices);
}
