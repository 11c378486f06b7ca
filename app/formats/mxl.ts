/** Compressed MusicXML: an archive with the score and a note of its location. */

import { strToU8, type Unzipped, unzipSync, zipSync } from "fflate";
import { MAX_NOTES_BYTES } from "./notes-file";

const SCORE = "score.musicxml";
const CONTAINER =
  '<?xml version="1.0" encoding="UTF-8"?>\n<container><rootfiles><rootfile full-path="score.musicxml" ' +
  'media-type="application/vnd.recordare.musicxml+xml"/></rootfiles></container>\n';

/** The bytes of an .mxl file. The first entry is the type, uncompressed, as the format requires. */
export function packMusicXml(score: string): Uint8Array {
  return zipSync({
    mimetype: [strToU8("application/vnd.recordare.musicxml"), { level: 0 }],
    "META-INF/container.xml": strToU8(CONTAINER),
    [SCORE]: strToU8(score),
  });
}

/** Maximum unpacked size of an entry: as much as for an uncompressed score. */
const MAX_UNPACKED = MAX_NOTES_BYTES;

export type Unpacking =
  | { readonly ok: true; readonly score: string }
  | { readonly ok: false; readonly kind: "not-an-archive" | "no-score" | "too-large" };

/** The score in an .mxl file. Never throws, and unpacks only the score. */
export function unpackMusicXml(file: Uint8Array): Unpacking {
  let isTooLarge = false;
  const take = (wanted: (name: string) => boolean): Unzipped =>
    unzipSync(file, {
      filter: ({ name, originalSize }) => {
        if (!wanted(name)) return false;
        if (originalSize > MAX_UNPACKED) isTooLarge = true;
        return originalSize <= MAX_UNPACKED;
      },
    });
  try {
    const names: string[] = [];
    const container = take((name) => {
      names.push(name);
      return name === "META-INF/container.xml";
    })["META-INF/container.xml"];
    const named = container && /full-path="([^"]{1,200})"/.exec(new TextDecoder().decode(container))?.[1];
    const path = named ?? names.find((name) => /\.(musicxml|xml)$/i.test(name) && !name.startsWith("META-INF"));
    const score = path === undefined ? undefined : take((name) => name === path)[path];
    if (score) return { ok: true, score: new TextDecoder().decode(score) };
    return { ok: false, kind: isTooLarge ? "too-large" : "no-score" };
  } catch {
    return { ok: false, kind: "not-an-archive" };
  }
}
