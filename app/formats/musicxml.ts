/**
 * A written score as MusicXML 4.0 (partwise): percussion staff, an instrument for each surface, sticking as the first line of lyrics
 * and the count as the second, cells as brackets. Element order is the standard's.
 */

import { XMLBuilder } from "fast-xml-parser";
import { type Kit, usualMidi } from "~/core/kit";
import { PLACE_NAMES, type Place } from "~/core/stroke";
import { type Bpm, gcd, isCompound, type Meter, quarterBpm, TICKS_PER_QUARTER } from "~/core/time";
import { pitchOf } from "~/engrave/heads";
import type { StaffBar, StaffHead, StaffNote, StaffTuplet, WrittenVoice } from "~/engrave/score";
import { beamCount, type ValueName, valueTicks } from "~/engrave/spell";

export interface ScoreHead {
  readonly title: string;
  readonly meter: Meter;
  readonly tempo: Bpm;
  /** Whose surfaces' MIDI notes are used; General MIDI's without. */
  readonly kit?: Kit | null;
}

/** An element as the XML builder keeps it: its name with its content, in order, and its attributes beside it. */
interface Element {
  readonly [name: string]: readonly (Element | Text)[] | Readonly<Record<string, string | number>>;
}
interface Text {
  readonly "#text": string | number;
}

type Attributes = Readonly<Record<string, string | number>>;

function el(name: string, content: readonly Element[] | string | number = [], attributes: Attributes = {}): Element {
  const inside = Array.isArray(content) ? content : [{ "#text": content as string | number }];
  const named = Object.fromEntries(Object.entries(attributes).map(([key, value]) => [`@_${key}`, value]));
  return { [name]: inside, ...(Object.keys(named).length > 0 ? { ":@": named } : {}) };
}

const TYPES: Readonly<Record<ValueName, string>> = {
  w: "whole",
  h: "half",
  q: "quarter",
  "8": "eighth",
  "16": "16th",
  "32": "32nd",
  "64": "64th",
  "128": "128th",
};

/** Heads by surface; round where nothing is said. */
const HEADS: Partial<Record<Place, string>> = {
  hh: "x",
  ho: "x",
  hf: "x",
  rd: "x",
  rb: "diamond",
  c1: "x",
  c2: "x",
  ch: "circle-x",
  sp: "x",
  cb: "triangle",
  hp: "x",
  hs: "x",
  cs: "x",
  x1: "triangle",
  x2: "triangle",
};

const PART = "P1";

/** The file as text. */
export function writeMusicXml(bars: readonly StaffBar[], head: ScoreHead): string {
  const places = [...new Set(bars.flatMap((bar) => [...placesOf(bar), ...(bar.lower ? placesOf(bar.lower) : [])]))];
  const scale = scaleOf(bars);
  const measures = bars.map((bar, index) => writeMeasure(bar, index, head, scale));
  const score = el(
    "score-partwise",
    [
      el("work", [el("work-title", head.title)]),
      el("identification", [el("encoding", [el("software", "Dime Stack")])]),
      el("part-list", [writePart(places, head.kit ?? null)]),
      el("part", measures, { id: PART }),
    ],
    { version: "4.0" },
  );
  const builder = new XMLBuilder({
    preserveOrder: true,
    ignoreAttributes: false,
    format: true,
    indentBy: " ",
    suppressEmptyNode: true,
  });
  // No document type: programs that read the file have nothing to fetch.
  return `<?xml version="1.0" encoding="UTF-8"?>\n${builder.build([score])}\n`;
}

function placesOf({ notes }: WrittenVoice): Place[] {
  return notes.flatMap(({ heads, graces }) => [...heads.map(({ place }) => place), ...(graces ? [graces.place] : [])]);
}

function instrumentOf(place: Place): string {
  return `${PART}-${place}`;
}

function writePart(places: readonly Place[], kit: Kit | null): Element {
  const own = new Map(kit?.surfaces.map(({ place, midi }) => [place, midi]));
  return el(
    "score-part",
    [
      el("part-name", "Drum set"),
      ...places.map((place) =>
        el("score-instrument", [el("instrument-name", PLACE_NAMES[place])], { id: instrumentOf(place) }),
      ),
      ...places.map((place) =>
        el(
          "midi-instrument",
          // The standard counts channels and notes from 1.
          [el("midi-channel", 10), el("midi-unpitched", (own.get(place) ?? usualMidi(place)) + 1)],
          { id: instrumentOf(place) },
        ),
      ),
    ],
    { id: PART },
  );
}

/** How long a note sounds, in ticks, with the tuplets that it is in. */
function soundingTicks({ value }: StaffNote, index: number, tuplets: readonly StaffTuplet[]): number {
  return tupletsAt(index, tuplets).reduce(
    (ticks, { notes, inTimeOf }) => (ticks * inTimeOf) / notes,
    valueTicks(value),
  );
}

function tupletsAt(index: number, tuplets: readonly StaffTuplet[]): StaffTuplet[] {
  return tuplets
    .filter(({ from, to }) => from <= index && index <= to)
    .sort((a, b) => b.to - b.from - (a.to - a.from) || 0);
}

/** Divisions of a quarter in which every duration is whole, and what ticks are multiplied with to get them. */
function scaleOf(bars: readonly StaffBar[]): { readonly divisions: number; readonly times: number } {
  const durations = bars.flatMap((bar) =>
    [bar, ...(bar.lower ? [bar.lower] : [])].flatMap((voice) => durationsOf(voice, bar)),
  );
  const isWhole = (value: number) => Math.abs(value - Math.round(value)) < 1e-6;
  let finer = 1;
  while (finer < MOST_FINER && !durations.every((ticks) => isWhole(ticks * finer))) finer++;
  const shared = durations.reduce((all, ticks) => gcd(all, Math.round(ticks * finer)), TICKS_PER_QUARTER * finer);
  return { divisions: (TICKS_PER_QUARTER * finer) / shared, times: finer / shared };
}

/** Parts of shared slots divide ticks by 7 at most, in tuplets by as much again. */
const MOST_FINER = 210;

/** Of each note; in a bar without values, up to the next note. */
function durationsOf({ notes, tuplets, refusedAt }: WrittenVoice, bar: StaffBar): number[] {
  if (refusedAt === null) return notes.map((note, index) => soundingTicks(note, index, tuplets));
  const end = bar.start + bar.length;
  return notes.map(({ at }, index) => (notes[index + 1]?.at ?? end) - at);
}

interface Scale {
  readonly divisions: number;
  readonly times: number;
}

function writeMeasure(bar: StaffBar, index: number, { meter, tempo }: ScoreHead, scale: Scale): Element {
  const content: Element[] = [];
  if (bar.opens === "repeat")
    content.push(
      el("barline", [el("bar-style", "heavy-light"), el("repeat", [], { direction: "forward" })], { location: "left" }),
    );
  if (index === 0) {
    content.push(
      el("attributes", [
        el("divisions", scale.divisions),
        el("time", [el("beats", meter.beats), el("beat-type", meter.unit)]),
        el("clef", [el("sign", "percussion")]),
      ]),
      writeTempo(tempo, meter),
    );
  }
  if (bar.label) content.push(direction([el("words", bar.label.text)]));
  content.push(...writeVoice(bar, bar, 1, scale));
  if (bar.lower) {
    const length = durationsOf(bar, bar).reduce((sum, ticks) => sum + ticks, 0);
    content.push(el("backup", [el("duration", divide(length, scale))]), ...writeVoice(bar.lower, bar, 2, scale));
  }
  const style = { single: null, double: "light-light", final: "light-heavy", repeat: "light-heavy" }[bar.closes];
  if (style) {
    const times: Attributes = bar.times === null ? {} : { times: bar.times };
    const repeat = bar.closes === "repeat" ? [el("repeat", [], { direction: "backward", ...times })] : [];
    content.push(el("barline", [el("bar-style", style), ...repeat], { location: "right" }));
  }
  return el("measure", content, { number: bar.number + 1 });
}

function divide(ticks: number, { times }: Scale): number {
  return Math.round(ticks * times);
}

function direction(types: readonly Element[], more: readonly Element[] = []): Element {
  return el("direction", [...types.map((type) => el("direction-type", [type])), ...more], { placement: "above" });
}

function writeTempo(tempo: Bpm, meter: Meter): Element {
  const dotted = isCompound(meter);
  const unit = dotted ? (meter.unit === 8 ? "quarter" : "eighth") : meter.unit === 2 ? "half" : "quarter";
  const metronome = el("metronome", [
    el("beat-unit", unit),
    ...(dotted ? [el("beat-unit-dot")] : []),
    el("per-minute", Math.round(tempo)),
  ]);
  return direction([metronome], [el("sound", [], { tempo: Math.round(quarterBpm(tempo, meter) * 100) / 100 })]);
}

function writeVoice(voice: WrittenVoice, bar: StaffBar, number: 1 | 2, scale: Scale): Element[] {
  const durations = durationsOf(voice, bar);
  const content: Element[] = [];
  if (voice.refusedAt !== null) {
    const before = (voice.notes[0]?.at ?? bar.start) - bar.start;
    if (before > 0) content.push(el("forward", [el("duration", divide(before, scale))]));
  }
  for (const [index, note] of voice.notes.entries()) {
    if (number === 1) content.push(...writeMarks(bar, index, "before"));
    content.push(...writeGraces(note, number));
    content.push(...writeNote(voice, index, bar, number, divide(durations[index] ?? 0, scale)));
    if (number === 1) content.push(...writeMarks(bar, index, "after"));
  }
  return content;
}

/** Brackets over cells and hairpins that begin before a note, or end after it. */
function writeMarks({ brackets, hairpins }: StaffBar, index: number, side: "before" | "after"): Element[] {
  const marks: Element[] = [];
  if (side === "before") {
    for (const { from, size, opens } of brackets) {
      if (from !== index || !opens) continue;
      const bracket = el("bracket", [], { type: "start", number: 1, "line-end": "down" });
      marks.push(direction([el("words", String(size))]), direction([bracket]));
    }
    for (const { from, left, right, opens } of hairpins) {
      if (from !== index || !opens) continue;
      const type = left < right ? "crescendo" : "diminuendo";
      marks.push(el("direction", [el("direction-type", [el("wedge", [], { type })])], { placement: "below" }));
    }
    return marks;
  }
  for (const { to, closes } of hairpins) {
    if (to !== index || !closes) continue;
    marks.push(el("direction", [el("direction-type", [el("wedge", [], { type: "stop" })])], { placement: "below" }));
  }
  for (const { to, closes } of brackets) {
    if (to !== index || !closes) continue;
    marks.push(direction([el("bracket", [], { type: "stop", number: 1, "line-end": "down" })]));
  }
  return marks;
}

function unpitched(place: Place): Element {
  const [step = "b", octave = "4"] = pitchOf(place).split("/");
  return el("unpitched", [el("display-step", step.toUpperCase()), el("display-octave", Number(octave))]);
}

function notehead(place: Place, { ghost = false, technique = "plain" }: Partial<StaffHead> = {}): Element[] {
  const shape = technique === "rim-shot" ? "slashed" : (HEADS[place] ?? "normal");
  if (shape === "normal" && !ghost) return [];
  return [el("notehead", shape, ghost ? { parentheses: "yes" } : {})];
}

/** Of the note before, in percent, what a program that plays the file should give to each grace note of several. */
const GRACE_SHARE = 15;

function writeGraces({ graces }: StaffNote, voice: 1 | 2): Element[] {
  if (!graces) return [];
  return Array.from({ length: graces.many }, (_, index) => {
    const beam = index === 0 ? "begin" : index === graces.many - 1 ? "end" : "continue";
    return el("note", [
      el("grace", [], graces.many === 1 ? { slash: "yes" } : { "steal-time-previous": GRACE_SHARE }),
      unpitched(graces.place),
      el("instrument", [], { id: instrumentOf(graces.place) }),
      el("voice", voice),
      el("type", graces.many === 1 ? "eighth" : "16th"),
      el("stem", "up"),
      ...notehead(graces.place),
      ...(graces.many > 1 ? [1, 2].map((number) => el("beam", beam, { number })) : []),
      el("lyric", [el("syllabic", "single"), el("text", graces.sticking)], { number: 1 }),
    ]);
  });
}

/** One note, a chord of them, or a rest. */
function writeNote(voice: WrittenVoice, index: number, bar: StaffBar, number: 1 | 2, duration: number): Element[] {
  const note = voice.notes[index];
  if (!note) return [];
  const isRefused = voice.refusedAt !== null;
  const isWholeBar = note.heads.length === 0 && voice.notes.length === 1;
  const around = tupletsAt(index, voice.tuplets);
  const value = isRefused
    ? []
    : [el("type", TYPES[note.value.name]), ...(note.value.dots ? [el("dot")] : []), ...writeModification(around)];
  if (note.heads.length === 0) {
    const rest = [el("rest", [], isWholeBar ? { measure: "yes" } : {}), el("duration", duration), el("voice", number)];
    const notations = writeNotations(index, around, null);
    return [el("note", [...rest, ...value, ...notations], number === 2 ? { "print-object": "no" } : {})];
  }
  const counted = bar.counts.filter((count) => count.note === index && count.share === 0);
  const lyrics = [
    ...(note.sticking && number === 1 ? [lyric(note.sticking, 1)] : []),
    ...(number === 1 ? counted.slice(0, 1).map(({ syllable }) => lyric(syllable, 2)) : []),
  ];
  // Where two hands strike one surface there is one head.
  const heads = note.heads.filter(({ place }, at) => note.heads.findIndex((other) => other.place === place) === at);
  return heads.map((head, at) =>
    el("note", [
      ...(at > 0 ? [el("chord")] : []),
      unpitched(head.place),
      el("duration", duration),
      el("instrument", [], { id: instrumentOf(head.place) }),
      el("voice", number),
      ...value,
      el("stem", isRefused ? "none" : number === 1 ? "up" : "down"),
      ...notehead(head.place, head),
      ...(at === 0 && !isRefused ? writeBeams(voice.notes, index) : []),
      ...writeNotations(index, at === 0 ? around : [], { note, head, isFirst: at === 0 }),
      ...(at === 0 ? lyrics : []),
    ]),
  );
}

function lyric(text: string, number: number): Element {
  return el("lyric", [el("syllabic", "single"), el("text", text)], { number });
}

function writeModification(around: readonly StaffTuplet[]): Element[] {
  if (around.length === 0) return [];
  const [actual, normal] = around.reduce(([a, n], { notes, inTimeOf }) => [a * notes, n * inTimeOf], [1, 1]);
  return [el("time-modification", [el("actual-notes", actual), el("normal-notes", normal)])];
}

interface Sounding {
  readonly note: StaffNote;
  readonly head: StaffHead;
  readonly isFirst: boolean;
}

/** Tuplets, ornaments, technical signs and articulations, in the order of the standard's groups. */
function writeNotations(index: number, around: readonly StaffTuplet[], sounding: Sounding | null): Element[] {
  const tuplets = around.flatMap(({ from, to, notes, inTimeOf }, depth) => {
    const number = depth + 1;
    const detail = [
      el("tuplet-actual", [el("tuplet-number", notes)]),
      el("tuplet-normal", [el("tuplet-number", inTimeOf)]),
    ];
    return [
      ...(from === index ? [el("tuplet", detail, { type: "start", number, bracket: "yes" })] : []),
      ...(to === index ? [el("tuplet", [], { type: "stop", number })] : []),
    ];
  });
  const { ornaments, technical, articulations } = sounding
    ? signsOf(sounding)
    : { ornaments: [], technical: [], articulations: [] };
  const groups = [
    ...tuplets,
    ...(ornaments.length > 0 ? [el("ornaments", ornaments)] : []),
    ...(technical.length > 0 ? [el("technical", technical)] : []),
    ...(articulations.length > 0 ? [el("articulations", articulations)] : []),
  ];
  return groups.length > 0 ? [el("notations", groups)] : [];
}

function signsOf({ note, head, isFirst }: Sounding) {
  const technical: Element[] = [];
  if (head.closes) technical.push(el("stopped"));
  else if (head.place === "ho" || head.place === "hs") technical.push(el("open"));
  else if (head.place === "hf") technical.push(el("half-muted"));
  return {
    ornaments: head.technique === "buzz" ? [el("tremolo", 0, { type: "unmeasured" })] : [],
    technical,
    articulations: [
      ...(isFirst && note.accent ? [el("accent")] : []),
      ...(head.technique === "choke" ? [el("other-articulation", "choke", { smufl: "pictChokeCymbal" })] : []),
    ],
  };
}

/** Beams of each level: where they begin, go on, end, or are a stub. */
function writeBeams(notes: readonly StaffNote[], index: number): Element[] {
  const note = notes[index];
  if (!note) return [];
  const levels = beamCount(note);
  const joins = (a: StaffNote | undefined, b: StaffNote | undefined, level: number) =>
    a !== undefined &&
    b !== undefined &&
    a.beam === b.beam &&
    Math.min(beamCount(a), beamCount(b)) >= level &&
    !(level > 1 && b.breaksBeam);
  const isBeamed = joins(notes[index - 1], note, 1) || joins(note, notes[index + 1], 1);
  if (!isBeamed) return [];
  return Array.from({ length: levels }, (_, at) => {
    const level = at + 1;
    const [before, after] = [joins(notes[index - 1], note, level), joins(note, notes[index + 1], level)];
    const stub = joins(notes[index - 1], note, 1) ? "backward hook" : "forward hook";
    const kind = before && after ? "continue" : after ? "begin" : before ? "end" : stub;
    return el("beam", kind, { number: level });
  });
}
