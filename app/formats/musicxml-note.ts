/** Notes of a MusicXML file: heads, values, tuplets, beams, signs, lyrics. */

import type { KitVoice } from "~/core/stroke";
import { familyOf, type HeadFamily, pitchOf } from "~/engrave/heads";
import type { StaffBar, StaffHead, StaffNote, StaffTuplet, WrittenVoice } from "~/engrave/score";
import { beamCount, tupletsAt, type ValueName } from "~/engrave/spell";
import { type Element, el, instrumentOf } from "./musicxml-element";

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

/** Heads by kind; round ones are the default. */
const HEADS: Readonly<Record<HeadFamily, string>> = {
  round: "normal",
  slashed: "slashed",
  x: "x",
  heavy: "x",
  ornate: "x",
  circle: "circle-x",
  diamond: "diamond",
  triangle: "triangle",
};

function unpitched(place: KitVoice): Element {
  const [step = "b", octave = "4"] = pitchOf(place).split("/");
  return el("unpitched", [el("display-step", step.toUpperCase()), el("display-octave", Number(octave))]);
}

function notehead(head: Pick<StaffHead, "place" | "technique">, ghost = false): Element[] {
  const shape = HEADS[familyOf(head)];
  if (shape === "normal" && !ghost) return [];
  return [el("notehead", shape, ghost ? { parentheses: "yes" } : {})];
}

/** Percentage of the previous note's time that playback should give to each of several grace notes. */
const GRACE_SHARE = 15;

export function writeGraces({ graces }: StaffNote, voice: 1 | 2): Element[] {
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
      ...notehead({ place: graces.place, technique: "plain" }),
      ...(graces.many > 1 ? [1, 2].map((number) => el("beam", beam, { number })) : []),
      el("lyric", [el("syllabic", "single"), el("text", graces.sticking)], { number: 1 }),
    ]);
  });
}

/** One note, a chord of them, or a rest. */
export function writeNote(
  voice: WrittenVoice,
  index: number,
  bar: StaffBar,
  number: 1 | 2,
  duration: number,
): Element[] {
  const note = voice.notes[index];
  if (!note) return [];
  const isRefused = voice.refusedAt !== null;
  const isWholeBar = note.heads.length === 0 && voice.notes.length === 1;
  const around = tupletsAt(voice, index);
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
  // Two hands on one surface share a head.
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
      ...notehead(head, head.ghost),
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

/** Beams per level: begin, continue, end, or stub. */
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
