/** Files of notes from other programs: what was read, moved and left out, and errors. */

import type { LeftOut, NotesProblem } from "~/formats/notes-file";
import type { NotesMade, NotesSummary } from "~/library/fill/from-notes";
import { plural } from "./time";

const MEGABYTE = 1024 * 1024;

export function describeNotesProblem(problem: NotesProblem): string {
  switch (problem.kind) {
    case "not-midi":
      return "This isn't a MIDI file. Export a Standard MIDI file from the other program.";
    case "not-xml":
      return "This isn't a MusicXML file. Export MusicXML from the other program.";
    case "not-a-score":
      return "This XML file isn't a MusicXML score. Export MusicXML from the other program.";
    case "entities":
      return "This file defines entities of its own, which scores don't need, so it isn't read. Export it again from the other program.";
    case "archive":
      return "This compressed file is damaged. Export it again, or as plain MusicXML.";
    case "no-score-inside":
      return "This compressed file has no score in it. Export it again, or as plain MusicXML.";
    case "too-large":
      return `This file is too large. The limit is ${problem.most / MEGABYTE} MB. Export fewer bars.`;
    case "cut":
      return "Part of this file is missing or damaged. Export it again.";
    case "too-long":
      return "This file is longer than 4,000 bars. Export fewer bars.";
    case "smpte":
      return "This MIDI file counts video frames, not beats, so it has no bars. Export it with a tempo.";
    case "format-2":
      return "This MIDI file holds separate patterns (format 2). Export it as format 0 or 1.";
    case "timewise":
      return "This MusicXML file is written measure by measure (timewise). Export it as partwise, which is the usual way.";
    case "no-notes":
      return "This file has no notes.";
    case "pitched":
      return "This score is for instruments with pitches, such as a piano. It has no drum part to read.";
  }
}

const LEFT_OUT: Record<LeftOut["what"], (count: number) => string> = {
  pitched: (count) => `${plural(count, "note")} with a pitch`,
  meter: (count) => `${plural(count, "meter")} that Dime Stack doesn't have`,
  repeats: (count) => `${plural(count, "repeat sign")}: bars are taken once`,
};

/** Sentences for the preview, most important first. */
export function describeNotesMade(made: NotesMade, summary: NotesSummary): string[] {
  const said = [`${plural(made.notes, "note")} read into ${plural(made.fills.length, "fill")}.`];
  if (made.isOwn) said.push("This is a Dime Stack export, so the stick line is exactly as it was.");
  else if (made.guessed === made.notes) said.push("No sticking is written, so hands go hand to hand.");
  else if (made.guessed > 0) said.push(`${plural(made.guessed, "note")} without a sticking: hands go hand to hand.`);
  else if (made.notes > 0) said.push("The sticking is as written.");
  if (made.moved > 0) {
    said.push(`${plural(made.moved, "note")} moved onto the grid, by up to ${Math.round(made.farthest * 1000)} ms.`);
  }
  if (made.dropped > 0) said.push(`${plural(made.dropped, "note")} left out: no hand or foot is free for them.`);
  const unknown = made.unknown.reduce((sum, { count }) => sum + count, 0);
  if (unknown > 0) said.push(`${plural(unknown, "note")} left out: choose a drum or cymbal for them below.`);
  for (const { what, count } of summary.leftOut) said.push(`Left out: ${LEFT_OUT[what](count)}.`);
  if (summary.tempo === null) said.push("The file says no tempo, so it is 120.");
  if (summary.tempoChanges > 0)
    said.push(`The tempo changes ${plural(summary.tempoChanges, "time")} in the file. The app uses the first one.`);
  if (summary.meters > 1) said.push("The meter changes, so each part in one meter is a fill of its own.");
  return said;
}
