// Writes the outlines for drawing staves: music signs and letters as paths, from the font packages. Includes only signs
// in use, so that no staff needs a font. Run `node scripts/outlines.mjs` after adding a sign here; a test compares the
// result with the stored files.
import { readFileSync, writeFileSync } from "node:fs";
import { createRequire } from "node:module";
import { fileURLToPath } from "node:url";
import opentype from "opentype.js";

const require = createRequire(import.meta.url);
const TO = new URL("../app/ink/outlines/", import.meta.url);

/** Signs of the music font by code point in the standard layout for music fonts (SMuFL). */
export const SIGNS = {
  heads: [
    "E0A2",
    "E0A3",
    "E0A4",
    "E0A7",
    "E0A8",
    "E0A9",
    "E0BB",
    "E0BC",
    "E0BE",
    "E0D8",
    "E0D9",
    "E0DB",
    "E0CF",
    "E0D1",
    "E0D3",
    "E0AA",
    "E0AB",
    "E0B3",
    "E0B2",
    "E0F8",
    "E0F9",
    "E0DD",
  ],
  parentheses: ["E0F5", "E0F6"],
  flags: ["E240", "E241", "E242", "E243", "E244", "E245", "E246", "E247", "E248", "E249"],
  rests: ["E4E3", "E4E4", "E4E5", "E4E6", "E4E7", "E4E8", "E4E9", "E4EA"],
  dot: ["E1E7"],
  clef: ["E069"],
  digits: ["E080", "E081", "E082", "E083", "E084", "E085", "E086", "E087", "E088", "E089"],
  tuplets: ["E880", "E881", "E882", "E883", "E884", "E885", "E886", "E887", "E888", "E889"],
  strokes: ["E4A0", "E614", "E633", "E7F7", "E22A"],
  repeats: ["E500", "E501"],
  tempo: ["ECA3", "ECA5", "ECA7", "ECB7"],
};

/** Letters of the four faces for words on a staff. */
const FACES = {
  "display-600": "@fontsource/bricolage-grotesque/files/bricolage-grotesque-latin-600-normal.woff",
  "display-400": "@fontsource/bricolage-grotesque/files/bricolage-grotesque-latin-400-normal.woff",
  "sans-600": "@fontsource/instrument-sans/files/instrument-sans-latin-600-normal.woff",
  "sans-400": "@fontsource/instrument-sans/files/instrument-sans-latin-400-normal.woff",
  "line-400": "@fontsource/martian-mono/files/martian-mono-latin-400-normal.woff",
};
const range = (from, to) => Array.from({ length: to - from + 1 }, (_, index) => String.fromCodePoint(from + index));
/** ASCII, the rest of Latin-1, and typographic signs. */
const CHARACTERS = [...range(0x20, 0x7e), ...range(0xa1, 0xac), ...range(0xae, 0xff), ..."–—‘’“”…•€™"];
/** Letters of Europe's other languages, which each face has in a second file: for what people type. */
const MORE_CHARACTERS = [...range(0x100, 0x17f), ...range(0x218, 0x21b), "ẞ"];

function load(path) {
  const file = readFileSync(require.resolve(path));
  return opentype.parse(file.buffer.slice(file.byteOffset, file.byteOffset + file.byteLength));
}

/** Path data in thousandths of the type size, y downwards. */
function outline(glyph) {
  const round = (value) => Math.round(value * 10) / 10;
  return glyph
    .getPath(0, 0, 1000)
    .commands.map(({ type, ...at }) => {
      const points = [at.x1, at.y1, at.x2, at.y2, at.x, at.y].filter((value) => value !== undefined).map(round);
      return `${type}${points.join(" ")}`;
    })
    .join("");
}

/** The content of each file. */
export function makeOutlines() {
  const bravura = load("@vexflow-fonts/bravura/bravura.otf");
  const music = {};
  for (const code of Object.values(SIGNS).flat()) {
    const glyph = bravura.charToGlyph(String.fromCodePoint(Number.parseInt(code, 16)));
    if (glyph.index === 0) throw new Error(`the music font has no ${code}`);
    const { x1, y1, x2, y2 } = glyph.getBoundingBox();
    music[code] = [glyph.advanceWidth, [x1, -y2, x2, -y1], outline(glyph)];
  }
  const [widths, more, letters] = [{}, {}, {}];
  for (const [face, path] of Object.entries(FACES)) {
    const font = load(path);
    const scale = 1000 / font.unitsPerEm;
    widths[face] = {};
    letters[face] = {};
    for (const character of CHARACTERS) {
      const glyph = font.charToGlyph(character);
      if (glyph.index === 0) continue;
      widths[face][character] = Math.round(glyph.advanceWidth * scale);
      letters[face][character] = outline(glyph);
    }
    const second = load(path.replace("-latin-", "-latin-ext-"));
    more[face] = {};
    for (const character of MORE_CHARACTERS) {
      const glyph = second.charToGlyph(character);
      if (glyph.index > 0) more[face][character] = Math.round(glyph.advanceWidth * scale);
    }
  }
  return { "music.json": music, "widths.json": widths, "more-widths.json": more, "letters.json": letters };
}

/** One entry per line, so that diffs are readable. */
export function print(table) {
  const lines = Object.entries(table).map(([key, value]) => `  ${JSON.stringify(key)}: ${JSON.stringify(value)}`);
  return `{\n${lines.join(",\n")}\n}\n`;
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  for (const [name, table] of Object.entries(makeOutlines())) writeFileSync(new URL(name, TO), print(table));
}
