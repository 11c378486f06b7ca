/** One drawn voice of a bar: the kind and note of each element. */

import { GhostNote, StaveNote } from "vexflow/core";
import { type Box, type DrawnNote, type Ink, joinBoxes } from "~/ink/ink";
import { placeSign } from "~/ink/type";
import { headsOf, stepOf } from "../heads";
import { beamCount, type StaffHead, type StaffNote } from "../spell";
import { type DrawnVoice, MIDDLE } from "./drawn";
import { BEAM_DEPTH, BEAM_WIDTH, centreOf, type EngravedVoice, HALF_SPACE, placeOfBuzz, SIGN_SIZE } from "./notes";
import type { Recorder } from "./recorder";

/** A grace note above the centre of its head, with room for the beam above it. */
const GRACE_HEIGHT = 31;
const BUZZ = "E22A";

/** Beams pass over grace notes between their notes, so stems get longer if needed. */
export function liftBeams({ written, notes, beams }: EngravedVoice) {
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

/** Draws the voice's notes, beams and signs; adds to `notes`. */
export function drawVoice(recorder: Recorder, voice: EngravedVoice, notes: DrawnNote[]): DrawnVoice {
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
  return { voice, xs: voice.notes.map(centreOf), ids, boxes };
}

/** Stems under a beam are drawn with it, so each is assigned its note. */
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

/** From grace notes to their main note, if that is a single head at about the same height. */
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

/** Pixels of height that a slur can bridge. */
const SLUR_STEEP = 12;

const DOT = "E1E7";
const PARENTHESES = ["E0F5", "E0F6"];

/** The package draws what is attached to a head as part of it. */
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

/** A ghost's parentheses go outside all heads at their height, and dots outside those. */
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

/** Signs for how a note is played: a z on the stem for a buzz, a short stroke after it for a choke. */
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
    // After the head, its dot and its parenthesis.
    const at = own.filter(({ kind, box }) => kind !== "stem" && box.top < y + 7 && box.bottom > y - 7);
    const x = Math.max(drawn.getNoteHeadEndX(), ...at.map(({ box }) => box.right)) + 4;
    const box = { left: x - 1, top: y - 7, right: x + 1, bottom: y + 7 };
    ink.push({ shape: "path", d: `M${x} ${y - 7}V${y + 7}`, line: 2, kind: "sign", box, note });
  }
  return ink;
}
