/** A voice as the engraving package's notes, rests and beams. */

import {
  Beam,
  Dot,
  GhostNote,
  GraceNote,
  GraceNoteGroup,
  ModifierPosition,
  Parenthesis,
  StaveNote,
  Stem,
  Tuplet,
} from "vexflow/core";
import { signWidth } from "~/ink/type";
import { headSign, headsOf, pitchOf } from "../heads";
import { beamCount, type StaffGraces, type StaffNote, type WrittenVoice } from "../spell";

/** Beams are nearly flat, up or down. */
const BEAM_SLOPE = 0.06;
/** A staff is as high as the type size of its signs. */
export const SIGN_SIZE = 40;
/** Distance between two beams including the gap, and their thickness. */
export const BEAM_DEPTH = 7.5;
export const BEAM_WIDTH = 5;
export const HALF_SPACE = 5;
/** Distance of a buzz's z from its head, and the extra stem length of a note with a flag. */
const BUZZ_HEIGHT = 6.5;
const FLAG_EXTRA = 14;

/** Rests of a lower voice take time but no ink. */
export type Engraved = StaveNote | GhostNote;

export interface EngravedVoice {
  readonly written: WrittenVoice;
  readonly notes: readonly Engraved[];
  readonly beams: readonly { readonly beam: Beam; readonly from: number; readonly to: number }[];
  readonly graces: ReadonlyMap<number, readonly GraceNote[]>;
  readonly isLower: boolean;
}

/** With stems up; or down for the lower voice, whose rests take time but no ink. */
export function engraveVoice(written: WrittenVoice, isLower: boolean): EngravedVoice {
  const { notes, tuplets } = written;
  const isRefused = written.refusedAt !== null;
  const isWholeBar = notes.length === 1;
  const runs = isRefused ? [] : beamRuns(notes);
  const engraved = notes.map((note, index) => {
    if (isLower && note.heads.length === 0) return new GhostNote({ duration: note.value.name, dots: note.value.dots });
    const isAlone = !runs.some(({ from, to }) => from <= index && index <= to);
    return engraveNote(note, { isWholeBar, isLower, isRefused, isAlone });
  });
  const graces = new Map<number, readonly GraceNote[]>();
  for (const [index, note] of notes.entries()) {
    const drawn = engraved[index];
    if (drawn instanceof StaveNote && note.graces) graces.set(index, addGraces(drawn, note.graces));
  }
  // For their durations; we place the numbers ourselves. Inner tuplets first: an outer one counts the time they take.
  for (const { from, to, notes: numNotes, inTimeOf } of tuplets.toSorted((a, b) => a.to - a.from - (b.to - b.from))) {
    new Tuplet(engraved.slice(from, to + 1), { numNotes, notesOccupied: inTimeOf });
  }
  const beams = runs.map((run) => engraveBeam(run, notes, engraved));
  return { written, notes: engraved, beams, graces, isLower };
}

function engraveNote(
  note: StaffNote,
  { isWholeBar, isLower, isRefused, isAlone }: Record<"isWholeBar" | "isLower" | "isRefused" | "isAlone", boolean>,
): StaveNote {
  const { name, dots } = note.value;
  if (note.heads.length === 0) {
    const rest = new StaveNote({
      keys: ["b/4"],
      duration: `${name}r`,
      dots,
      ...(isWholeBar ? { alignCenter: true } : {}),
    });
    if (dots) Dot.buildAndAttach([rest], { all: true });
    return rest;
  }
  const heads = headsOf(note.heads);
  const keys = heads.map(({ place }) => pitchOf(place));
  const staveNote = new StaveNote({ keys, duration: name, dots, stemDirection: isLower ? Stem.DOWN : Stem.UP });
  for (const [index, head] of heads.entries()) {
    const code = headSign(head, name);
    staveNote.noteHeads[index]?.setText(String.fromCodePoint(Number.parseInt(code, 16)));
  }
  if (dots) Dot.buildAndAttach([staveNote], { all: true });
  for (const [index, head] of heads.entries()) {
    if (!head.ghost) continue;
    staveNote.addModifier(new Parenthesis(ModifierPosition.LEFT), index);
    staveNote.addModifier(new Parenthesis(ModifierPosition.RIGHT), index);
  }
  // The z of a buzz needs part of the stem between beams and head.
  if (heads.some(({ technique }) => technique === "buzz")) {
    staveNote
      .getStem()
      ?.setExtension(
        beamCount(note) === 0
          ? 0
          : isAlone
            ? FLAG_EXTRA + Math.max(0, beamCount(note) - 2) * 9
            : (beamCount(note) - 1) * BEAM_DEPTH,
      );
  }
  if (isRefused) staveNote.getStem()?.setVisibility(false);
  return staveNote;
}

function addGraces(staveNote: StaveNote, { many, place }: StaffGraces): GraceNote[] {
  const graces = Array.from({ length: many }, () => {
    const grace = new GraceNote({
      keys: [pitchOf(place)],
      duration: many === 1 ? "8" : "16",
      slash: many === 1,
      stemDirection: Stem.UP,
    });
    grace.noteHeads[0]?.setText(
      String.fromCodePoint(Number.parseInt(headSign({ place, technique: "plain" }, "16"), 16)),
    );
    return grace;
  });
  const group = new GraceNoteGroup(graces, false);
  if (graces.length > 1) group.beamNotes();
  staveNote.addModifier(group, 0);
  return graces;
}

interface BeamRun {
  readonly from: number;
  readonly to: number;
}

/** Runs of notes short enough for beams, within their groups, not across rests. */
function beamRuns(notes: readonly StaffNote[]): BeamRun[] {
  const runs: BeamRun[] = [];
  let from = -1;
  for (let index = 0; index <= notes.length; index++) {
    const [note, before] = [notes[index], notes[index - 1]];
    const goesOn = from >= 0 && note && before && beamCount(note) > 0 && note.beam === before.beam;
    if (goesOn) continue;
    if (from >= 0 && index - from > 1) runs.push({ from, to: index - 1 });
    from = note && beamCount(note) > 0 ? index : -1;
  }
  return runs;
}

function engraveBeam({ from, to }: BeamRun, notes: readonly StaffNote[], engraved: readonly Engraved[]) {
  const beam = new Beam(engraved.slice(from, to + 1) as StaveNote[]);
  Object.assign(beam.renderOptions, { minSlope: -BEAM_SLOPE, maxSlope: BEAM_SLOPE });
  const breaks: number[] = [];
  for (let index = from + 1; index <= to; index++) if (notes[index]?.breaksBeam) breaks.push(index - from - 1);
  if (breaks.length > 0) beam.breakSecondaryAt(breaks);
  return { beam, from, to };
}

/** The centre of a note's heads, on the page. */
export function centreOf(note: StaveNote | GhostNote): number {
  if (!(note instanceof StaveNote)) return note.getAbsoluteX() + signWidth("E0A4", SIGN_SIZE) / 2;
  return (note.getNoteHeadBeginX() + note.getNoteHeadEndX()) / 2;
}

/** On the stem, next to the head closest to its tip. */
export function placeOfBuzz(note: StaveNote): { readonly x: number; readonly y: number } {
  const ys = note.getYs();
  const isUp = note.getStemDirection() === Stem.UP;
  const away = HALF_SPACE + BUZZ_HEIGHT;
  return { x: note.getStemX(), y: isUp ? Math.min(...ys) - away : Math.max(...ys) + away };
}
