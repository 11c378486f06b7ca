/** The contents of a file of notes in any format: parts with notes in exact ticks, and their context. */

import type { KitVoice, Level, Limb, Technique } from "~/core/stroke";
import type { Meter } from "~/core/time";
import { WHOLE } from "~/core/time";

/** A note of a part. */
export interface FileNote {
  /** Ticks from the file's first bar line. */
  readonly at: number;
  /** What the file plays it on: "38", or an instrument name. */
  readonly key: string;
  /** The drum or cymbal, if the file identifies it; otherwise null. */
  readonly place: KitVoice | null;
  readonly level: Level;
  readonly technique: Technique;
  readonly graces: 0 | 1 | 2 | 3;
  readonly limb: Limb | null;
}

export interface FilePart {
  readonly id: string;
  readonly name: string;
  /** Whether it is for drums. */
  readonly isDrums: boolean;
  readonly notes: readonly FileNote[];
}

export interface FileMeter {
  readonly at: number;
  readonly meter: Meter;
}

export interface NotesFile {
  readonly title: string;
  readonly parts: readonly FilePart[];
  /** Quarters per minute at the start; null if not given. */
  readonly tempo: number | null;
  readonly tempoChanges: number;
  /** In order; the first is at 0. */
  readonly meters: readonly FileMeter[];
  /** The end of the last bar. */
  readonly end: number;
  /** Whether onsets are written rather than performed. */
  readonly isExact: boolean;
  /** The stick line that our own files contain; null for others. */
  readonly line: string | null;
  /** Contents that were ignored. */
  readonly leftOut: readonly LeftOut[];
}

export interface LeftOut {
  readonly what: "pitched" | "meter" | "repeats";
  readonly count: number;
}

export type NotesProblem =
  | { readonly kind: "not-midi" | "not-xml" | "not-a-score" | "entities" | "archive" | "no-score-inside" }
  | { readonly kind: "too-large"; readonly most: number }
  | { readonly kind: "cut" | "too-long" }
  | { readonly kind: "smpte" | "format-2" | "timewise" }
  | { readonly kind: "no-notes" }
  /** Only pitched instruments. */
  | { readonly kind: "pitched" };

export type NotesReading =
  | { readonly ok: true; readonly file: NotesFile }
  | { readonly ok: false; readonly problem: NotesProblem };

/** Maximum size in bytes; longer files are refused unread. */
export const MAX_NOTES_BYTES = 8 * 1024 * 1024;
/** Maximum number of notes in all parts: an evening of drumming. */
export const MAX_FILE_NOTES = 50_000;

/** Maximum bars of 4/4, in ticks: more than two hours at a medium tempo. */
export const MAX_FILE_TICKS = 4_000 * WHOLE;

export function refuse(problem: NotesProblem): NotesReading {
  return { ok: false, problem };
}
