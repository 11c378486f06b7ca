/** The tempo mark with the swing sign and a description of the feel. */

import { type Feel, isSwung } from "~/core/groove";
import { isCompound, type Meter, TICKS_PER_QUARTER, tempoUnitTicks } from "~/core/time";
import type { Ink, PathInk } from "~/ink/ink";
import { placeSign, placeWords, signWidth } from "~/ink/type";
import type { StaffHeading } from "./drawn";

const UNITS = { h: "ECA3", q: "ECA5", "8": "ECA7" } as const;
const DOT = "ECB7";
const HEAD = "E0A4";
const FLAG = "E240";
const SIZE = 24;
const WORDS = { size: 14, face: "sans-600" } as const;
const QUIET = { size: 13, face: "sans-400" } as const;
const LEFT = 4;
const PLACED = { kind: "tempo" } as const;

/** The note that the tempo counts in this meter. */
export function tempoSign(meter: Meter): Pick<StaffHeading, "unit" | "dots"> {
  const unit = tempoUnitTicks(meter);
  if (isCompound(meter)) return { unit: unit < TICKS_PER_QUARTER ? "8" : "q", dots: 1 };
  return { unit: unit > TICKS_PER_QUARTER ? "h" : "q", dots: 0 };
}

export function swingSign(feel: Feel): StaffHeading["swing"] {
  if (!isSwung(feel)) return null;
  return feel.swing.unit === 4 ? "16" : "8";
}

/** With its line at `y`. */
export function writeTempo({ bpm, unit, dots, swing, words }: StaffHeading, y: number): Ink[] {
  const ink: Ink[] = [placeSign(UNITS[unit], LEFT, y, SIZE, PLACED)];
  let x = LEFT + signWidth(UNITS[unit], SIZE) + (unit === "8" ? 1 : 4);
  for (let dot = 0; dot < dots; dot++) {
    ink.push(placeSign(DOT, x, y, SIZE, PLACED));
    x += signWidth(DOT, SIZE) + 4;
  }
  const equals = placeWords(`= ${bpm}`, x, y, WORDS, PLACED, false);
  ink.push(equals);
  x = equals.box.right + 14;
  if (swing) {
    const sign = writeSwing(swing, x, y);
    ink.push(...sign);
    x = Math.max(...sign.map(({ box }) => box.right)) + 12;
  }
  if (words) ink.push(placeWords(words, x, y, QUIET, { ...PLACED, tone: "nickel" }, false));
  return ink;
}

const NOTE_SIZE = 17;
const STEM_LENGTH = 15;
const STEM = 1;
const BEAM = 2.6;

/** Two even notes equal a long and a short note of a triplet. */
function writeSwing(swing: "8" | "16", x: number, y: number): Ink[] {
  const base = y - 2;
  const width = signWidth(HEAD, NOTE_SIZE);
  const top = base - STEM_LENGTH;
  const stemAt = (at: number) => at + width - STEM / 2;
  const head = (at: number) => placeSign(HEAD, at, base, NOTE_SIZE, PLACED);
  const stem = (at: number) =>
    line(`M${stemAt(at)} ${base - 1}V${top}`, STEM, { left: stemAt(at), right: stemAt(at), top, bottom: base });
  const beam = (from: number, to: number, depth: number) => {
    const at = top + BEAM / 2 + depth;
    return line(`M${stemAt(from)} ${at}H${stemAt(to)}`, BEAM, {
      left: stemAt(from),
      right: stemAt(to),
      top: at,
      bottom: at,
    });
  };
  const beams = (from: number, to: number) => [
    beam(from, to, 0),
    ...(swing === "16" ? [beam(from, to, BEAM + 1.4)] : []),
  ];
  const [one, two] = [x, x + 15];
  const even = [head(one), head(two), stem(one), stem(two), ...beams(one, two)];
  const equals = placeWords("=", two + width + 8, y, WORDS, PLACED, false);
  const [long, short] = [equals.box.right + 8, equals.box.right + 24];
  const three = placeWords("3", (long + short + width) / 2, top - 4, { size: 9, face: "sans-600" }, PLACED);
  if (swing === "16") {
    // An eighth and a sixteenth share the first beam; the second belongs to the sixteenth.
    const own = beam(short - 6, short, BEAM + 1.4);
    return [...even, equals, head(long), head(short), stem(long), stem(short), beam(long, short, 0), own, three];
  }
  const flag = placeSign(FLAG, stemAt(short) - STEM / 2, top, NOTE_SIZE, PLACED);
  return [...even, equals, head(long), head(short), stem(long), stem(short), flag, three];
}

function line(d: string, width: number, { left, right, top, bottom }: PathInk["box"]): PathInk {
  const half = width / 2;
  return {
    shape: "path",
    d,
    line: width,
    ...PLACED,
    box: { left: left - half, right: right + half, top: top - half, bottom: bottom + half },
  };
}
