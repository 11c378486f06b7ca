/** One line of bars: staff, notes, and all that is written over and under them. */

import { BarlineType, GhostNote, Stave, StaveNote } from "vexflow/core";
import type { Meter } from "~/core/time";
import { headsOf, stepOf } from "../heads";
import { beamCount, type StaffHead, type StaffNote } from "../spell";
import { writeAbove } from "./above";
import { writeBelow } from "./below";
import { type Box, type DrawnNote, type DrawnSystem, type Ink, joinBoxes, type StaffStop } from "./ink";
import { BEAM_DEPTH, BEAM_WIDTH, centreOf, type EngravedVoice, HALF_SPACE, placeOfBuzz, SIGN_SIZE } from "./notes";
import { Recorder } from "./recorder";
import { Skyline } from "./skyline";
import { END_ROOM, NOTES_START, type PlacedBar } from "./systems";
import { placeSign } from "./type";

/** The staff's lines, as the engraving package places them from the upper edge of a stave at 0. */
export const STAFF_TOP = 40;
export const STAFF_BOTTOM = 80;
const MIDDLE = (STAFF_TOP + STAFF_BOTTOM) / 2;
const LEFT = 2;
/** A grace note over the middle of its head, with room to the beam over it. */
const GRACE_HEIGHT = 31;
/** Around a line of music. */
const MARGIN = 4;

const REPEAT_ONE = "E500";
const REPEAT_TWO = "E501";
const BUZZ = "E22A";

export interface StaffLook {
  readonly meter: Meter;
  readonly width: number;
  /** Brackets over the cells. */
  readonly brackets?: boolean;
  /** Over the first bar. */
  readonly heading?: StaffHeading;
}

export interface StaffHeading {
  readonly bpm: number;
  readonly unit: "q" | "h" | "8";
  readonly dots: number;
  /** Eighths, or sixteenths, are swung. */
  readonly swing: "8" | "16" | null;
  readonly words: string;
}

/** A bar on the page, with where its notes are. */
export interface DrawnBar {
  readonly placed: PlacedBar;
  readonly left: number;
  readonly right: number;
  /** Where its notes may begin. */
  readonly start: number;
  /** The middles of the upper voice's notes, and their numbers in the drawing. */
  readonly xs: readonly number[];
  readonly ids: readonly number[];
  readonly tops: readonly Box[];
  readonly lower: {
    readonly xs: readonly number[];
    readonly ids: readonly number[];
    readonly boxes: readonly Box[];
  } | null;
}

/** Draws a line; `notes` is added to, with what can be pointed at. */
export function drawSystem(
  bars: readonly PlacedBar[],
  look: StaffLook,
  isFirst: boolean,
  notes: DrawnNote[],
): Omit<DrawnSystem, "top"> {
  const recorder = new Recorder();
  const skyline = new Skyline(STAFF_TOP, STAFF_BOTTOM);
  const stops: StaffStop[] = [];
  let x = LEFT;
  const drawn: DrawnBar[] = [];
  for (const [index, bar] of bars.entries()) {
    const stave = new Stave(x, 0, bar.width).setContext(recorder);
    stave.setBegBarType(bar.bar.opens === "repeat" ? BarlineType.REPEAT_BEGIN : BarlineType.NONE);
    stave.setEndBarType(END_TYPES[bar.bar.closes]);
    if (index === 0) stave.addClef("percussion");
    if (index === 0 && isFirst) stave.addTimeSignature(`${look.meter.beats}/${look.meter.unit}`);
    const before = recorder.ink.length;
    stave.draw();
    // A single staff has no line at its left, also where a repeat begins after its clef.
    if (index === 0) {
      const kept = recorder.ink.slice(before).filter(({ kind, box }) => kind !== "bar-line" || box.left > x + 4);
      recorder.ink.splice(before, recorder.ink.length, ...kept);
    }
    drawn.push(drawBar(recorder, stave, bar, notes, stops));
    x += bar.width;
  }
  skyline.add(...recorder.ink);
  const marks: Ink[] = [...writeAbove(drawn, look, isFirst, skyline), ...writeBelow(drawn, skyline)];
  const ink = [...recorder.ink, ...marks];
  const around = joinBoxes(ink.map(({ box }) => box)) ?? { left: 0, top: 0, right: 0, bottom: STAFF_BOTTOM };
  const shift = MARGIN - around.top;
  return {
    height: around.bottom - around.top + 2 * MARGIN,
    ink: ink.map((one) => moveDown(one, shift)),
    stops: stops.sort((a, b) => a.at - b.at),
    staff: { top: STAFF_TOP + shift - 12, bottom: STAFF_BOTTOM + shift + 12 },
  };
}

const END_TYPES = {
  single: BarlineType.SINGLE,
  double: BarlineType.DOUBLE,
  final: BarlineType.END,
  repeat: BarlineType.REPEAT_END,
} as const;

function drawBar(
  recorder: Recorder,
  stave: Stave,
  placed: PlacedBar,
  notes: DrawnNote[],
  stops: StaffStop[],
): DrawnBar {
  const { bar, upper, lower: below, spacing } = placed;
  const [left, right] = [stave.getX(), stave.getX() + stave.getWidth()];
  const start = stave.getNoteStartX();
  const place = { placed, left, right, start };
  if (bar.likeBefore !== null) {
    drawRepeat(recorder, bar.likeBefore, left, right, start);
    stops.push({ at: bar.notes[0]?.at ?? 0, x: start });
    return { ...place, xs: [], ids: [], tops: [], lower: null };
  }
  spacing?.place(right - start - NOTES_START - END_ROOM[bar.closes]);
  const all = [upper, ...(below ? [below] : [])];
  // What stands over the stems has to know how long the beams make them.
  for (const { notes: engraved, beams } of all) {
    for (const note of engraved) note.setStave(stave);
    for (const { beam } of beams) beam.postFormat();
  }
  liftBeams(upper);
  const [first, second] = all.map((voice) => drawVoice(recorder, voice, notes));
  for (const { written, notes: engraved } of all) {
    for (const [index, { at }] of written.notes.entries()) {
      const note = engraved[index];
      if (note) for (const later of [0, ...bar.echoes]) stops.push({ at: at + later, x: centreOf(note) });
    }
  }
  return {
    ...place,
    xs: first?.xs ?? [],
    ids: first?.ids ?? [],
    tops: first?.boxes ?? [],
    lower: second ?? null,
  };
}

/** Beams lie over the grace notes among their notes: stems are made as much longer as those need. */
function liftBeams({ written, notes, beams }: EngravedVoice) {
  for (const { beam, from, to } of beams) {
    const [first, slope] = [notes[from], beam.slope];
    if (!(first instanceof StaveNote)) continue;
    const tip = first.getStemExtents().topY;
    const depth = (Math.max(...written.notes.slice(from, to + 1).map(beamCount)) - 1) * BEAM_DEPTH + BEAM_WIDTH;
    const lacks = written.notes.slice(from + 1, to + 1).map(({ graces }, index) => {
      const around = [notes[from + index], notes[from + index + 1]];
      if (!graces) return 0;
      const beamAt = around.map((note) =>
        note instanceof StaveNote ? tip + (note.getStemX() - first.getStemX()) * slope : tip,
      );
      return Math.max(...beamAt) + depth - (MIDDLE - stepOf(graces.place) * HALF_SPACE - GRACE_HEIGHT);
    });
    const lift = Math.max(0, ...lacks);
    for (const note of notes.slice(from, to + 1)) {
      const stem = note.getStem();
      if (lift > 0) stem?.setExtension(stem.getExtension() + lift);
    }
  }
}

function drawVoice(recorder: Recorder, voice: EngravedVoice, notes: DrawnNote[]) {
  const ids: number[] = [];
  const from = recorder.ink.length;
  for (const [index, note] of voice.notes.entries()) {
    ids.push(notes.length);
    notes.push({ slot: voice.written.notes[index]?.slot ?? null });
    recorder.note = ids.at(-1);
    if (note instanceof GhostNote) continue;
    recorder.kind = voice.written.notes[index]?.heads.length === 0 ? "rest" : undefined;
    note.setContext(recorder).drawWithStyle();
    recorder.kind = undefined;
  }
  recorder.note = undefined;
  for (const { beam, from: first, to } of voice.beams) {
    const before = recorder.ink.length;
    beam.setContext(recorder).drawWithStyle();
    nameStems(recorder.ink, before, voice, ids, first, to);
  }
  renameModifiers(recorder.ink, from, voice, ids);
  spreadModifiers(recorder.ink, from);
  for (const [index, graces] of voice.graces) {
    const [note, written] = [voice.notes[index], voice.written.notes[index]];
    const slur = note instanceof StaveNote && written ? writeSlur(graces[0], note, written, ids[index]) : null;
    if (slur) recorder.ink.push(slur);
  }
  for (const [index, note] of voice.notes.entries()) {
    if (note instanceof StaveNote)
      recorder.ink.push(...signStrokes(voice, index, note, ids[index], recorder.ink.slice(from)));
  }
  const boxesOf = new Map<number | undefined, Box[]>();
  for (const { note, box } of recorder.ink.slice(from)) {
    const own = boxesOf.get(note);
    if (own) own.push(box);
    else boxesOf.set(note, [box]);
  }
  const nothing = { left: 0, top: MIDDLE, right: 0, bottom: MIDDLE };
  const boxes = ids.map((id) => joinBoxes(boxesOf.get(id) ?? []) ?? nothing);
  return { xs: voice.notes.map(centreOf), ids, boxes };
}

/** Stems under a beam are drawn with it: each is told which note it is of. */
function nameStems(ink: Ink[], from: number, voice: EngravedVoice, ids: readonly number[], first: number, to: number) {
  for (let index = from; index < ink.length; index++) {
    const one = ink[index];
    if (one?.kind !== "stem") continue;
    const x = (one.box.left + one.box.right) / 2;
    for (let note = first; note <= to; note++) {
      const drawn = voice.notes[note];
      if (drawn instanceof StaveNote && Math.abs(drawn.getStemX() - x) < 1.5) ink[index] = { ...one, note: ids[note] };
    }
  }
}

/** From grace notes to the note that they lead to, where that is a single head on about the same line. */
function writeSlur(
  grace: StaveNote | undefined,
  note: StaveNote,
  { heads }: StaffNote,
  id: number | undefined,
): Ink | null {
  const [from, to] = [grace?.getYs()[0], note.getYs()[0]];
  if (!grace || from === undefined || to === undefined || headsOf(heads).length > 1) return null;
  if (heads[0]?.ghost || Math.abs(to - from) > SLUR_STEEP) return null;
  const [left, right] = [(grace.getNoteHeadBeginX() + grace.getNoteHeadEndX()) / 2, note.getNoteHeadBeginX() + 3];
  const [top, end] = [from + 6, to + 7];
  const low = Math.max(top, end) + 5;
  const d = `M${left} ${top}C${left + 4} ${low} ${right - 4} ${low} ${right} ${end}C${right - 4} ${low - 1.6} ${left + 4} ${low - 1.6} ${left} ${top}Z`;
  const box = { left, right, top: Math.min(top, end), bottom: low - 1 };
  return { shape: "path", d, line: null, kind: "grace", box, ...(id === undefined ? {} : { note: id }) };
}

/** Pixels up or down that a slur can bridge. */
const SLUR_STEEP = 12;

const DOT = "E1E7";
const PARENTHESES = ["E0F5", "E0F6"];

/** The package draws what stands at a head as part of the head. */
function renameModifiers(ink: Ink[], from: number, voice: EngravedVoice, ids: readonly number[]) {
  for (let index = from; index < ink.length; index++) {
    const one = ink[index];
    if (!one || one.note === undefined) continue;
    const drawn = voice.notes[ids.indexOf(one.note)];
    const code = one.shape === "sign" ? one.code : "";
    if (code === DOT) ink[index] = { ...one, kind: "dot" };
    else if (PARENTHESES.includes(code)) ink[index] = { ...one, kind: "parenthesis" };
    else if (drawn instanceof StaveNote && !drawn.isRest() && one.box.right < drawn.getNoteHeadBeginX() - 1) {
      ink[index] = { ...one, kind: "grace" };
    }
  }
}

/** A ghost's parentheses stand outside all heads at their height, dots outside those. */
function spreadModifiers(ink: Ink[], from: number) {
  for (const kind of ["parenthesis", "dot"] as const) {
    for (let index = from; index < ink.length; index++) {
      const one = ink[index];
      if (one?.kind !== kind || one.shape !== "sign") continue;
      const opens = one.code === PARENTHESES[0];
      const beside = ink
        .slice(from)
        .filter(({ note, box }) => note === one.note && box.top < one.box.bottom && box.bottom > one.box.top)
        .filter((other) => other.kind === "head" || (kind === "dot" && other.kind === "parenthesis"));
      const gap = 1;
      const by = opens
        ? Math.min(0, ...beside.map(({ box }) => box.left - gap - one.box.right))
        : Math.max(0, ...beside.map(({ box }) => box.right + gap - one.box.left));
      ink[index] = placeSign(one.code, one.x + by, one.y, one.size, { kind, note: one.note });
    }
  }
}

/** What stands at a drawn note for how its strokes are played: a z on the stem for a buzz, a short stroke after a choke. */
function signStrokes(
  { written }: EngravedVoice,
  index: number,
  drawn: StaveNote,
  note: number | undefined,
  drawnInk: readonly Ink[],
): Ink[] {
  const of = written.notes[index];
  if (!of) return [];
  const ink: Ink[] = [];
  const own = drawnInk.filter((one) => one.note === note);
  const is = (technique: StaffHead["technique"]) => (head: StaffHead) => head.technique === technique;
  if (of.heads.some(is("buzz"))) {
    const { x, y } = placeOfBuzz(drawn);
    ink.push(placeSign(BUZZ, x, y, SIGN_SIZE * 0.75, { kind: "sign", note }, true));
  }
  for (const [index, head] of headsOf(of.heads).entries()) {
    if (head.technique !== "choke") continue;
    const y = drawn.getYs()[index] ?? 0;
    // After the head, its dot, its parenthesis.
    const at = own.filter(({ kind, box }) => kind !== "stem" && box.top < y + 7 && box.bottom > y - 7);
    const x = Math.max(drawn.getNoteHeadEndX(), ...at.map(({ box }) => box.right)) + 4;
    const box = { left: x - 1, top: y - 7, right: x + 1, bottom: y + 7 };
    ink.push({ shape: "path", d: `M${x} ${y - 7}V${y + 7}`, line: 2, kind: "sign", box, note });
  }
  return ink;
}

/** The sign for "as before", in the middle of its bar, or on the line between its two. */
function drawRepeat(
  recorder: Recorder,
  of: "one" | "first-of-two" | "second-of-two",
  left: number,
  right: number,
  start: number,
) {
  if (of === "first-of-two") return;
  const x = of === "one" ? (start + right) / 2 : left;
  recorder.ink.push(placeSign(of === "one" ? REPEAT_ONE : REPEAT_TWO, x, MIDDLE, SIGN_SIZE, { kind: "repeat" }, true));
}

function moveDown(ink: Ink, by: number): Ink {
  const { left, right, top, bottom } = ink.box;
  const box = { left, right, top: top + by, bottom: bottom + by };
  if (ink.shape === "path") return { ...ink, box, d: lowerPath(ink.d, by) };
  return { ...ink, box, y: ink.y + by };
}

/** Path data of absolute commands, moved down. */
function lowerPath(d: string, by: number): string {
  return d.replace(/([MLCQV])([^MLCQVHZa]*)/g, (_, command: string, numbers: string) => {
    const values = numbers
      .trim()
      .split(/[\s,]+/)
      .map(Number);
    const moved = values.map((value, index) => (command === "V" || index % 2 === 1 ? value + by : value));
    return command + moved.map((value) => Math.round(value * 100) / 100).join(" ");
  });
}
