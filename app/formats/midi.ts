/**
 * Writes standard MIDI files, format 0, percussion channel. Division 10 080, so that file ticks equal timeline ticks.
 */

import { type MidiEvent, writeMidi } from "midi-file";
import type { Arrangement, SoundingNote } from "~/core/groove";
import { type Kit, usualMidi } from "~/core/kit";
import { betweenLevels, type KitVoice, type Level, type Technique } from "~/core/stroke";
import { type Bpm, barTicks, formatMeter, type Meter, quarterBpm, TICKS_PER_QUARTER, unitTicks } from "~/core/time";
import { lastsFor, type Timeline } from "~/core/timeline";

/** Marks the stick line in our own files, so that they can be read back exactly. */
export const MIDI_LINE = "Dime Stack line: ";

/** Channel 10, counted from 0. */
const PERCUSSION_CHANNEL = 9;

/** The percussion key of each surface: the kit's setting, otherwise General MIDI's. */
function keysOf(kit: Kit | null): (place: KitVoice, technique: Technique) => number {
  const keys = new Map(kit?.surfaces.map(({ place, midi }) => [place, midi]));
  return (place, technique) => {
    const key = keys.get(place) ?? usualMidi(place);
    return technique === "rim-shot" && key === usualMidi("sn") ? RIM_SHOT_KEY : key;
  };
}

/** "Electric snare", which kits commonly use for the rim shot. */
const RIM_SHOT_KEY = 40;

/** Three clearly different levels. */
export const MIDI_VELOCITIES: Record<Level, number> = { ghost: 34, normal: 78, accent: 118 };

/** For a force from 0 to 2. */
export function velocityOf(force: number): number {
  return Math.round(betweenLevels(force, MIDI_VELOCITIES));
}

/** One item to write, in ticks from the start of the file. */
interface Timed {
  readonly at: number;
  readonly order: number;
  readonly event: MidiEvent;
}

interface MidiStroke {
  readonly at: number;
  readonly limb: string;
  readonly place: KitVoice;
  readonly level: Level;
  readonly force: number;
  readonly technique: Technique;
  /** Ticks; null if it rings out. */
  readonly lasts: number | null;
  readonly grace: boolean;
}

/**
 * The phrase alone, from the file's first bar line. If grace notes come before that, the file starts with a bar of
 * rest.
 */
export function writeTimelineMidi(
  timeline: Timeline,
  name: string,
  kit: Kit | null = null,
  line: string | null = null,
): Uint8Array {
  const sounds = timeline.events.map((event) => ({
    ...event,
    lasts: lastsFor(event),
    grace: event.grace !== undefined,
  }));
  const length = Math.max(timeline.end, timeline.window.start + timeline.window.length);
  return writeSounds(sounds, length, timeline.meter, timeline.tempo, name, keysOf(kit), line);
}

/** One pass of the arrangement as heard, groove and fill with their feel, then the crash on one. */
export function writeArrangementMidi(
  arrangement: Arrangement,
  tempo: Bpm,
  name: string,
  kit: Kit | null = null,
): Uint8Array {
  const once = arrangement.notes.filter((note) => note.passes !== "later");
  const answer = arrangement.notes
    .filter((note) => note.at === 0 && note.passes !== "first" && note.role !== "fill")
    .map((note) => ({ ...note, sounds: note.sounds + arrangement.length }));
  const toSound = (note: SoundingNote): MidiStroke => ({
    ...note,
    at: Math.round(note.sounds),
    grace: note.role === "fill" && note.slot === null,
  });
  const length = arrangement.length + (answer.length > 0 ? barTicks(arrangement.meter) : 0);
  return writeSounds([...once, ...answer].map(toSound), length, arrangement.meter, tempo, name, keysOf(kit));
}

function writeSounds(
  sounds: readonly MidiStroke[],
  length: number,
  meter: Meter,
  tempo: Bpm,
  name: string,
  keyOf: ReturnType<typeof keysOf>,
  line: string | null = null,
): Uint8Array {
  const earliest = sounds.reduce((least, sound) => Math.min(least, sound.at), 0);
  const lead = earliest < 0 ? Math.ceil(-earliest / barTicks(meter)) * barTicks(meter) : 0;
  const timed: Timed[] = [
    at(0, 0, { type: "trackName", meta: true, deltaTime: 0, text: toBytes(name) }),
    at(0, 0, {
      type: "timeSignature",
      meta: true,
      deltaTime: 0,
      numerator: meter.beats,
      denominator: meter.unit,
      metronome: (24 * unitTicks(meter)) / TICKS_PER_QUARTER,
      thirtyseconds: 8,
    }),
    at(0, 0, {
      type: "setTempo",
      meta: true,
      deltaTime: 0,
      microsecondsPerBeat: Math.round(60_000_000 / quarterBpm(tempo, meter)),
    }),
    at(0, 0, { type: "text", meta: true, deltaTime: 0, text: `Dime Stack ${formatMeter(meter)}` }),
    ...(line === null ? [] : [at(0, 0, { type: "text", meta: true, deltaTime: 0, text: `${MIDI_LINE}${line}` })]),
  ];
  const lengths = findLengths(sounds, keyOf);
  for (const sound of sounds) {
    const start = sound.at + lead;
    const noteNumber = keyOf(sound.place, sound.technique);
    const velocity = velocityOf(sound.force);
    const channel = PERCUSSION_CHANNEL;
    const sticking = sound.grace
      ? `'${sound.limb.toLowerCase()}`
      : sound.level === "ghost"
        ? sound.limb.toLowerCase()
        : sound.limb;
    timed.push(
      at(start, 2, { type: "text", meta: true, deltaTime: 0, text: sticking }),
      at(start, 3, { type: "noteOn", channel, deltaTime: 0, noteNumber, velocity }),
      at(start + (lengths.get(sound) ?? 1), 1, { type: "noteOff", channel, deltaTime: 0, noteNumber, velocity: 0 }),
    );
  }
  const end = timed.reduce((latest, item) => Math.max(latest, item.at), length + lead);
  timed.push(at(end, 4, { type: "endOfTrack", meta: true, deltaTime: 0 }));
  timed.sort((a, b) => a.at - b.at || a.order - b.order);
  let before = 0;
  const track = timed.map(({ at: now, event }) => {
    const deltaTime = now - before;
    before = now;
    return { ...event, deltaTime };
  });
  return Uint8Array.from(
    writeMidi({ header: { format: 0, numTracks: 1, ticksPerBeat: TICKS_PER_QUARTER }, tracks: [track as MidiEvent[]] }),
  );
}

function at(ticksFromStart: number, order: number, event: MidiEvent): Timed {
  return { at: ticksFromStart, order, event };
}

/**
 * The length of each sound: as played, otherwise a thirty-second, and at most until the next stroke on the same key.
 * Percussion rings on its own. A buzz is one long note: other programs show it as one stroke.
 */
function findLengths(sounds: readonly MidiStroke[], keyOf: ReturnType<typeof keysOf>): Map<MidiStroke, number> {
  const lengths = new Map<MidiStroke, number>();
  const next = new Map<number, number>();
  for (const sound of sounds.toSorted((a, b) => b.at - a.at)) {
    const key = keyOf(sound.place, sound.technique);
    const gap = (next.get(key) ?? Number.POSITIVE_INFINITY) - sound.at;
    lengths.set(sound, gap > 0 ? Math.min(gap, Math.max(1, Math.round(sound.lasts ?? TICKS_PER_QUARTER / 8))) : 1);
    next.set(key, sound.at);
  }
  return lengths;
}

/** The writer takes one byte per character, so names are encoded as UTF-8. */
function toBytes(text: string): string {
  return String.fromCharCode(...new TextEncoder().encode(text.slice(0, 120)));
}
