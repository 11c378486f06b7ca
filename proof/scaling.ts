/** Inputs of many sizes that repeat something: reading time may grow with the length, but no faster. */

import { strToU8, zipSync } from "fflate";
import { readStickLine } from "~/core/line";
import { parseMeter, parseRate } from "~/core/time";
import { readMidi } from "~/formats/midi-read";
import { readMusicXml } from "~/formats/musicxml-read";
import { BOOK_FORMAT } from "~/library/book-file";
import { readBook } from "~/library/book-reader";
import { readStickFile } from "~/library/fill/stick-file";
import { readShare } from "~/library/share";

interface Family {
  readonly name: string;
  /** An input of about this many characters or bytes, and its reader. */
  readonly read: (length: number) => () => unknown;
}

const repeat = (piece: string, length: number) => piece.repeat(Math.max(1, Math.floor(length / piece.length)));
const bytesOf = (text: string) => new TextEncoder().encode(text);

const SCORES = [
  ...["<!DOCTYPE ", "<!DOCTYPE a>", " ", "\uFEFF ", "<", "< ", "<!--", "<!-- -->", "<![CDATA[", "<![CDATA[x]]>"],
  ...["<?a b?>", "<?a ", "<a>", "</a>", "<a></a>", '<a b="', '<a b="1"/>', "<a  b = '1' />", "&amp;", "&", "x", "1"],
  ...["<part><measure/></part>", "<part><measure><note><unpitched/><duration>1</duration></note></measure></part>"],
];
const LINES = [
  "R",
  "RL ",
  "[",
  "]",
  "[R",
  "[R]",
  "{R}",
  "{",
  "(RK)",
  "(",
  ">",
  "'",
  "@4 ",
  "|",
  "-",
  "x9",
  "Rx2 ",
  "R/t1",
  "/",
  "<[R",
];
const FILE_LINES = [
  "@4 RL\n",
  "# tempo: 90\n",
  "# meter: 4/4\n",
  "#",
  "\n",
  " ",
  "# space: 4 quarters from 0\n",
  "# x: ",
];
const BOOK_PARTS = ["[", '{"a":', '"', '"a",', "1,", "[],", "[[]],", '{"id":"a"},', "\\", "\n", " "];

const FAMILIES: readonly Family[] = [
  ...SCORES.map((piece) => ({
    name: `score of ${JSON.stringify(piece)}`,
    read: (length: number) => {
      const bytes = bytesOf(`<score-partwise>${repeat(piece, length)}</score-partwise>`);
      return () => readMusicXml(bytes);
    },
  })),
  ...SCORES.map((piece) => ({
    name: `bare score of ${JSON.stringify(piece)}`,
    read: (length: number) => {
      const bytes = bytesOf(repeat(piece, length));
      return () => readMusicXml(bytes);
    },
  })),
  ...["<!DOCTYPE ", " ", "<a>"].map((piece) => ({
    name: `archive of ${JSON.stringify(piece)}`,
    read: (length: number) => {
      const archive = zipSync({ "score.xml": strToU8(repeat(piece, length)) });
      return () => readMusicXml(archive);
    },
  })),
  ...[
    [0x00, 0x99, 38, 100],
    [0x01, 0x99, 38, 100, 0x01, 0x89, 38, 0],
    [0x00, 0xff, 0x51, 0x03, 7, 161, 32],
    [0x00, 0xff, 0x58, 0x04, 4, 2, 24, 8],
    [0x00, 0xff, 0x01, 0x01, 0x52],
    [0x81],
  ].map((event) => ({
    name: `MIDI track of ${event.join(" ")}`,
    read: (length: number) => {
      const track = Array.from({ length: Math.floor(length / event.length) }, () => event).flat();
      const size = [24, 16, 8, 0].map((shift) => (track.length >> shift) & 255);
      const head = [0x4d, 0x54, 0x68, 0x64, 0, 0, 0, 6, 0, 0, 0, 1, 1, 224, 0x4d, 0x54, 0x72, 0x6b];
      const bytes = new Uint8Array([...head, ...size, ...track]);
      return () => readMidi(bytes);
    },
  })),
  ...LINES.map((piece) => ({
    name: `line of ${piece}`,
    read: (length: number) => {
      const text = repeat(piece, length);
      return () => readStickLine(text);
    },
  })),
  ...FILE_LINES.map((piece) => ({
    name: `stick file of ${JSON.stringify(piece)}`,
    read: (length: number) => {
      const text = repeat(piece, length);
      return () => readStickFile(text);
    },
  })),
  ...BOOK_PARTS.flatMap((piece) =>
    [`{"format":"${BOOK_FORMAT}","version":11,\n"fills":[\n`, `{"format":"${BOOK_FORMAT}","version":9,"runs":[`].map(
      (head, index) => ({
        name: `book of ${JSON.stringify(piece)}, ${index === 0 ? "by the line" : "whole"}`,
        read: (length: number) => {
          const bytes = bytesOf(head + repeat(piece, length));
          return () => readBook(bytes);
        },
      }),
    ),
  ),
  {
    name: "book of one day in many lines",
    read: (length) => {
      const row = '[["a",1,"f","F","whole","whole",80,"clean","self",3,null,null]],\n';
      const bytes = bytesOf(`{"format":"${BOOK_FORMAT}","version":11,\n"runs":[\n${repeat(row, length / 16)}`);
      return () => readBook(bytes);
    },
  },
  ...["A", "1.", "-", "="].map((piece) => ({
    name: `link of ${piece}`,
    read: (length: number) => {
      const text = `1.${repeat(piece, length)}`;
      return () => readShare(text, 1);
    },
  })),
  ...["7/8 2+", "7/8  a", "1/ ", "7/8 2+2+3 x"].map((piece) => ({
    name: `meter ${JSON.stringify(piece)}`,
    read: (length: number) => {
      const text = `${piece}${" ".repeat(length)}b`;
      return () => [parseMeter(text), parseRate(text)];
    },
  })),
];

/**
 * Reads one input of each family, of about this many characters. Throws what a reader throws; returns the number of
 * families.
 */
export async function readEach(length: number): Promise<number> {
  for (const { read } of FAMILIES) await read(length)();
  return FAMILIES.length;
}

/** Characters of the smaller input; the larger one is {@link TIMES} as long. */
const LENGTH = 60_000;
const TIMES = 4;
/** For linear time, this would be four; for quadratic time, sixteen. */
const MAY_GROW = 9;
/** Milliseconds. Shorter times mean nothing. */
const NOTICEABLE = 60;
/** The machine may be busy for a moment. */
const TRIES = 4;

async function timeOf(read: () => unknown): Promise<number> {
  const began = performance.now();
  await read();
  return performance.now() - began;
}

export interface Scaled {
  readonly name: string;
  /** The time ratio for four times the length; null if too short to measure. */
  readonly growth: number | null;
  readonly milliseconds: number;
  readonly isFine: boolean;
}

/** Reads every family at two sizes. */
export async function scale(tell: (scaled: Scaled) => void): Promise<readonly Scaled[]> {
  const all: Scaled[] = [];
  for (const { name, read } of FAMILIES) {
    let [small, large] = [Number.POSITIVE_INFINITY, Number.POSITIVE_INFINITY];
    const [few, many] = [read(LENGTH), read(LENGTH * TIMES)];
    for (let again = 0; again < TRIES; again++) {
      small = Math.min(small, await timeOf(few));
      large = Math.min(large, await timeOf(many));
      if (large < NOTICEABLE || large / small <= MAY_GROW) break;
    }
    const growth = large < NOTICEABLE ? null : large / small;
    const scaled = { name, growth, milliseconds: large, isFine: growth === null || growth <= MAY_GROW };
    all.push(scaled);
    tell(scaled);
  }
  return all;
}
