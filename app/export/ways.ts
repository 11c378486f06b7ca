/** All exports as one table: the name of each, its purpose, and what it makes. */

import { makeScore } from "~/editor/fill/score";
import { BOOK_EXTENSION } from "~/library/book-file";
import type { Fill } from "~/library/fill/content";
import { canonicalLine } from "~/library/phrase/phrase";
import { fileName } from "~/ui/download";
import { drawBars } from "./draw-bars";
import { contentsOf, type ExportSubject, nameOf } from "./subject";

export interface MadeFile {
  readonly name: string;
  readonly bytes: Uint8Array<ArrayBuffer>;
  readonly type: string;
}

export interface FileWay {
  readonly id: string;
  /** Its name in the menu. */
  readonly name: string;
  /** Its file extension. */
  readonly extension: string;
  readonly type: string;
  /** One fill's file; several are packed into an archive. */
  readonly make: (fill: Fill, subject: ExportSubject) => Promise<Uint8Array | string>;
}

/** One file per fill. */
export const FILE_WAYS: readonly FileWay[] = [
  {
    id: "midi-fill",
    name: "MIDI file: the fill",
    extension: ".mid",
    type: "audio/midi",
    make: async (fill, { stage }) => {
      const [{ writeTimelineMidi }, { timeline }] = await Promise.all([
        import("~/formats/midi"),
        drawBars(fill.content, stage),
      ]);
      return writeTimelineMidi(timeline, nameOf(fill), stage.player.kit, canonicalLine(fill.content));
    },
  },
  {
    id: "midi-groove",
    name: "MIDI file: groove and fill",
    extension: "-in-groove.mid",
    type: "audio/midi",
    make: async (fill, { stage }) => {
      const { writeArrangementMidi } = await import("~/formats/midi");
      const { arrangement, tempo } = makeScore(fill.content, stage);
      return writeArrangementMidi(arrangement, tempo, nameOf(fill), stage.player.kit);
    },
  },
  {
    id: "musicxml",
    name: "Notation for other programs (MusicXML)",
    extension: ".musicxml",
    type: "application/vnd.recordare.musicxml+xml",
    make: async (fill, { stage }) => writeXml(fill, stage),
  },
  {
    id: "mxl",
    name: "Compressed MusicXML (.mxl)",
    extension: ".mxl",
    type: "application/vnd.recordare.musicxml",
    make: async (fill, { stage }) => {
      const { packMusicXml } = await import("~/formats/mxl");
      return packMusicXml(await writeXml(fill, stage));
    },
  },
];

async function writeXml(fill: Fill, stage: ExportSubject["stage"]): Promise<string> {
  const [{ writeMusicXml }, { bars }] = await Promise.all([
    import("~/formats/musicxml"),
    drawBars(fill.content, stage),
  ]);
  const { meter, tempo } = fill.content;
  return writeMusicXml(bars, {
    title: nameOf(fill),
    meter,
    tempo,
    kit: stage.player.kit,
    line: canonicalLine(fill.content),
  });
}

/** One file for all. */
export const WHOLE_WAYS = [
  {
    id: "text",
    name: "Stick lines as a text file",
    make: async ({ title, fills }: ExportSubject): Promise<MadeFile> => {
      const { stickFileOf } = await import("~/library/fill/stick-file");
      return textFile(title, ".txt", stickFileOf(fills.map(({ content }) => content)), "text/plain");
    },
  },
  {
    id: "book",
    name: "Dime Stack file",
    make: async (subject: ExportSubject): Promise<MadeFile> => {
      const [{ writeBook }, contents] = await Promise.all([import("~/library/book-file"), contentsOf(subject)]);
      return textFile(subject.title, BOOK_EXTENSION, writeBook(contents), "application/json");
    },
  },
] as const;

function textFile(title: string, extension: string, text: string, type: string): MadeFile {
  return { name: fileName(title, extension), bytes: asBytes(text), type };
}

function asBytes(content: Uint8Array | string): Uint8Array<ArrayBuffer> {
  return typeof content === "string" ? new TextEncoder().encode(content) : (content.slice() as Uint8Array<ArrayBuffer>);
}

/** One fill's file, or an archive of all fills' files. */
export async function makeFile(way: FileWay, subject: ExportSubject): Promise<MadeFile> {
  const { fills, title } = subject;
  const [only] = fills;
  if (only && fills.length === 1) {
    const name = fileName(nameOf(only), "") + way.extension;
    return { name, bytes: asBytes(await way.make(only, subject)), type: way.type };
  }
  const { zipSync } = await import("fflate");
  const files: Record<string, Uint8Array> = {};
  for (const [index, fill] of fills.entries()) {
    const number = String(index + 1).padStart(String(fills.length).length, "0");
    files[`${number}-${fileName(nameOf(fill), "")}${way.extension}`] = asBytes(await way.make(fill, subject));
  }
  return { name: fileName(title, ".zip"), bytes: asBytes(zipSync(files)), type: "application/zip" };
}
