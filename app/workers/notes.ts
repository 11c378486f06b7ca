/** Files of notes off the main thread: read once, then turned into fills whenever a choice changes. */

import { expose } from "comlink";
import { readMidi } from "~/formats/midi-read";
import { readMusicXml } from "~/formats/musicxml-read";
import type { NotesFile, NotesProblem } from "~/formats/notes-file";
import {
  listKeys,
  makeFills,
  type NotesChoices,
  type NotesMade,
  type NotesSummary,
  summarise,
} from "~/library/fill/from-notes";

let file: NotesFile | null = null;

export type NotesOpened =
  | { readonly ok: true; readonly summary: NotesSummary }
  | { readonly ok: false; readonly problem: NotesProblem };

const api = {
  open: (bytes: Uint8Array, isMidi: boolean): NotesOpened => {
    const read = isMidi ? readMidi(bytes) : readMusicXml(bytes);
    if (!read.ok) return read;
    file = read.file;
    return { ok: true, summary: summarise(file) };
  },
  make: (choices: NotesChoices): { readonly made: NotesMade; readonly keys: ReturnType<typeof listKeys> } => {
    if (!file) throw new Error("no file was read");
    return { made: makeFills(file, choices), keys: listKeys(file, choices.part, choices.map) };
  },
};
export type NotesApi = typeof api;
expose(api);
