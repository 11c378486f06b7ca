/**
 * Reads standard MIDI files, format 0 and 1, as parts with notes. Takes sticking from text that our own files contain.
 */

import { type MidiData, parseMidi } from "midi-file";
import { usualMidi } from "~/core/kit";
import { KIT_VOICES, type KitVoice, type Level, type Limb } from "~/core/stroke";
import { barTicks, type Meter, makeMeter, TICKS_PER_QUARTER } from "~/core/time";
import { MIDI_LINE, MIDI_VELOCITIES } from "./midi";
import {
  type FileMeter,
  type FileNote,
  type FilePart,
  MAX_FILE_NOTES,
  MAX_FILE_TICKS,
  MAX_NOTES_BYTES,
  type NotesReading,
  refuse,
} from "./notes-file";

/** Channel 10, counted from 0. */
const PERCUSSION_CHANNEL = 9;

/** General MIDI percussion keys for several drums, besides those our kits use. */
const MORE_KEYS: Readonly<Record<number, KitVoice>> = {
  35: "kk",
  40: "sn",
  41: "f2",
  43: "f1",
  45: "t3",
  47: "t2",
  48: "t1",
  50: "t1",
  59: "rd",
};
export const KEYS: ReadonlyMap<number, KitVoice> = new Map([
  ...Object.entries(MORE_KEYS).map(([key, place]) => [Number(key), place] as const),
  ...KIT_VOICES.filter((place) => place !== "x1" && place !== "x2").map((place) => [usualMidi(place), place] as const),
]);

/** Our own files write a sticking before each note, with an apostrophe for a grace note. */
const STICKING = /^('?)([RLKHrlkh])$/;
/** A softer stroke on the same drum within this many milliseconds before another is its grace note. */
const GRACE_WITHIN = 0.048;

/** Reads a file's bytes. Never throws. */
export function readMidi(bytes: Uint8Array): NotesReading {
  if (bytes.length > MAX_NOTES_BYTES) return refuse({ kind: "too-large", most: MAX_NOTES_BYTES });
  if (new TextDecoder("latin1").decode(bytes.subarray(0, 4)) !== "MThd") return refuse({ kind: "not-midi" });
  let data: MidiData;
  try {
    data = parseMidi(bytes);
  } catch {
    return refuse({ kind: "cut" });
  }
  const { format, ticksPerBeat } = data.header;
  if (format === 2) return refuse({ kind: "format-2" });
  if (!ticksPerBeat || ticksPerBeat < 1) return refuse({ kind: "smpte" });
  try {
    return readTracks(data, TICKS_PER_QUARTER / ticksPerBeat);
  } catch {
    return refuse({ kind: "cut" });
  }
}

interface StruckKey {
  readonly at: number;
  readonly channel: number;
  readonly key: number;
  readonly velocity: number;
  readonly text: string | null;
}

function readTracks({ tracks }: MidiData, scale: number): NotesReading {
  const meters: FileMeter[] = [];
  const tempos: { at: number; perMinute: number }[] = [];
  const parts = new Map<string, { name: string; isDrums: boolean; notes: StruckKey[] }>();
  let [title, line, end, leftMeters, many] = ["", null as string | null, 0, 0, 0];
  for (const [index, track] of tracks.entries()) {
    let now = 0;
    let name = "";
    // The stickings of one moment, and how many notes have used: the first is for the next note.
    let stickings = { at: 0, texts: [] as string[], taken: 0 };
    for (const event of track) {
      now += event.deltaTime;
      const at = now * scale;
      switch (event.type) {
        case "trackName":
          name = fromBytes(event.text);
          if (index === 0) title = name;
          break;
        case "text":
          if (event.text.startsWith(MIDI_LINE)) line = fromBytes(event.text.slice(MIDI_LINE.length));
          else if (STICKING.test(event.text)) {
            if (stickings.at !== at) stickings = { at, texts: [], taken: 0 };
            stickings.texts.push(event.text);
          }
          break;
        case "timeSignature": {
          const meter = makeMeter(event.numerator, event.denominator);
          if (meter) meters.push({ at, meter });
          else leftMeters++;
          break;
        }
        case "setTempo":
          tempos.push({ at, perMinute: 60_000_000 / event.microsecondsPerBeat });
          break;
        case "noteOn": {
          if (event.velocity === 0) break;
          if (++many > MAX_FILE_NOTES) return refuse({ kind: "too-large", most: MAX_NOTES_BYTES });
          const isDrums = event.channel === PERCUSSION_CHANNEL;
          const id = `${index}.${event.channel}`;
          const part = parts.get(id) ?? { name: "", isDrums, notes: [] };
          part.name = name;
          part.notes.push({
            at,
            channel: event.channel,
            key: event.noteNumber,
            velocity: event.velocity,
            text: (stickings.at === at ? stickings.texts[stickings.taken] : undefined) ?? null,
          });
          parts.set(id, part);
          stickings.taken++;
          break;
        }
        default:
          break;
      }
      end = Math.max(end, at);
    }
  }
  if (parts.size === 0) return refuse({ kind: "no-notes" });
  if (!(end <= MAX_FILE_TICKS)) return refuse({ kind: "too-long" });
  const tempo = tempos.toSorted((a, b) => a.at - b.at)[0]?.perMinute ?? null;
  const ordered = orderMeters(meters);
  return {
    ok: true,
    file: {
      title,
      parts: [...parts].map(
        ([id, part]): FilePart => ({
          id,
          name: part.name || `Channel ${Number(id.split(".")[1]) + 1}`,
          isDrums: part.isDrums,
          notes: toNotes(part.notes, tempo ?? 120),
        }),
      ),
      tempo,
      tempoChanges: Math.max(0, tempos.length - 1),
      meters: ordered,
      end: lastBarLine(ordered, end),
      isExact: false,
      line,
      leftOut: leftMeters > 0 ? [{ what: "meter", count: leftMeters }] : [],
    },
  };
}

/** The first from the start, each once. */
export function orderMeters(meters: readonly FileMeter[]): FileMeter[] {
  const sorted = meters.toSorted((a, b) => a.at - b.at);
  const first = sorted[0] && sorted[0].at === 0 ? [] : [{ at: 0, meter: { beats: 4, unit: 4 } as Meter }];
  const kept: FileMeter[] = [];
  for (const one of [...first, ...sorted]) {
    const last = kept.at(-1);
    if (last?.at === one.at) kept[kept.length - 1] = one;
    else if (!last || last.meter.beats !== one.meter.beats || last.meter.unit !== one.meter.unit) kept.push(one);
  }
  return kept;
}

export function lastBarLine(meters: readonly FileMeter[], end: number): number {
  const last = meters.at(-1) ?? { at: 0, meter: { beats: 4, unit: 4 } as Meter };
  const bar = barTicks(last.meter);
  return last.at + Math.max(1, Math.ceil((end - last.at) / bar - 1e-9)) * bar;
}

/** Softer strokes immediately before one on the same drum are its grace notes. */
function toNotes(struck: readonly StruckKey[], perMinute: number): FileNote[] {
  const near = (GRACE_WITHIN * perMinute * TICKS_PER_QUARTER) / 60;
  const sorted = struck.toSorted((a, b) => a.at - b.at);
  const notes: FileNote[] = [];
  let graces = null as { readonly count: number; readonly at: number } | null;
  for (const [index, note] of sorted.entries()) {
    const [, mark, letter = ""] = STICKING.exec(note.text ?? "") ?? [];
    const next = sorted.slice(index + 1, index + 6).find((other) => other.key === note.key);
    const isGrace =
      letter === ""
        ? next !== undefined && next.at > note.at && next.at - note.at <= near && note.velocity < next.velocity * 0.8
        : mark === "'";
    if (isGrace) {
      graces = { count: Math.min(3, (graces?.count ?? 0) + 1), at: note.at };
      continue;
    }
    const own = graces && note.at - graces.at <= near * 2 ? graces.count : 0;
    graces = null;
    notes.push({
      at: note.at,
      key: String(note.key),
      place: KEYS.get(note.key) ?? null,
      level: levelOf(note.velocity),
      technique: "plain",
      graces: own as FileNote["graces"],
      limb: letter === "" ? null : (letter.toUpperCase() as Limb),
    });
  }
  return notes;
}

/** The level with the nearest loudness. */
function levelOf(velocity: number): Level {
  const { ghost, normal, accent } = MIDI_VELOCITIES;
  if (velocity < (ghost + normal) / 2) return "ghost";
  return velocity < (normal + accent) / 2 ? "normal" : "accent";
}

/** The reader returns one character per byte. Names are UTF-8 if valid, otherwise taken as they are. */
function fromBytes(text: string): string {
  const bytes = Uint8Array.from(text, (sign) => sign.charCodeAt(0) & 0xff);
  try {
    return new TextDecoder("utf-8", { fatal: true }).decode(bytes).slice(0, 400_000);
  } catch {
    return text;
  }
}
