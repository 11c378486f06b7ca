/** Reads one position of the grid: strokes with their marks, unisons, splits, silence. */

import {
  allowsTechnique,
  canPlay,
  isHand,
  KIT_VOICES,
  type KitVoice,
  type Limb,
  MAX_GRACES,
  MAX_SPLIT,
  makeSilence,
  makeSplit,
  makeStroke,
  makeStrokes,
  otherHand,
  type Silence,
  type Slot,
  type Stroke,
  type Strokes,
  type Technique,
} from "../stroke/stroke";
import type { ProblemCode } from "./problem";
import { isOneOf, type Scan } from "./scan";

const SILENCES = "-–—−._";
const GRACE_MARKS = "'’‘`´";
const LIMB_LETTERS = "RLKHrlkh";
const TECHNIQUE_OF: Readonly<Record<string, Technique>> = { "!": "rim-shot", "~": "buzz", "=": "choke" };
const STROKE_STARTS = `>${Object.keys(TECHNIQUE_OF).join("")}${GRACE_MARKS}${LIMB_LETTERS}`;
/** Letters that others use for feet. */
const FOOT_LETTERS = "FfBbPp";
const SYMBOLS = ["R", "L", "K", "H", "-", ">", "!", "~", "=", "'", "(", "{"];

/** One position of the grid. Returns null and records the problem if it is invalid. */
export function readSlot(scan: Scan): Slot | null {
  if (scan.peek() === "{") return readSplit(scan);
  return readPart(scan);
}

function readPart(scan: Scan): Silence | Strokes | null {
  const from = scan.pos;
  const symbol = scan.peek();
  if (isOneOf(SILENCES, symbol)) {
    scan.pos++;
    return makeSilence();
  }
  if (symbol === "(") return readUnison(scan);
  if (isOneOf(STROKE_STARTS, symbol)) {
    const stroke = readStroke(scan);
    return stroke ? makeStrokes([stroke]) : null;
  }
  scan.pos++;
  if (isOneOf(")}", symbol)) scan.fail("unopened", from, scan.pos, [symbol === ")" ? "(" : "{"]);
  else if (isOneOf(FOOT_LETTERS, symbol)) scan.fail("foot-letter", from, scan.pos, ["K", "H"]);
  else {
    // A whole word in the wrong language is one problem, not one per letter.
    while (/\p{L}/u.test(scan.peek())) scan.pos++;
    scan.fail("not-a-symbol", from, scan.pos, SYMBOLS);
  }
  return null;
}

function readUnison(scan: Scan): Strokes | null {
  const from = scan.pos++;
  const strokes: Stroke[] = [];
  let sound = true;
  for (;;) {
    scan.skipSpace();
    const start = scan.pos;
    const symbol = scan.peek();
    if (symbol === ")") break;
    if (symbol === "" || isOneOf("|@[]{}(", symbol)) {
      scan.fail("unclosed", from, from + 1, [")"]);
      return null;
    }
    if (!isOneOf(STROKE_STARTS, symbol)) {
      scan.pos++;
      sound = scan.fail("not-a-symbol", start, scan.pos, ["R", "L", "K", "H"]);
      continue;
    }
    const stroke = readStroke(scan);
    if (!stroke) sound = false;
    else if (strokes.some((other) => other.limb === stroke.limb)) {
      sound = scan.fail("limb-twice", start, scan.pos, [stroke.limb]);
    } else strokes.push(stroke);
  }
  scan.pos++;
  if (strokes.length === 0) {
    if (sound) scan.fail("empty-brackets", from, scan.pos, []);
    return null;
  }
  for (const stroke of strokes) {
    if (stroke.graces > 0 && isHand(stroke.limb)) {
      const grace: Limb = otherHand(stroke.limb);
      if (strokes.some((other) => other.limb === grace)) {
        sound = scan.fail("grace-hand-busy", from, scan.pos, [grace]);
      }
    }
  }
  return sound ? makeStrokes(strokes) : null;
}

function readSplit(scan: Scan): Slot | null {
  const from = scan.pos++;
  const parts: (Silence | Strokes)[] = [];
  let sound = true;
  for (;;) {
    scan.skipSpace();
    const start = scan.pos;
    const symbol = scan.peek();
    if (symbol === "}") break;
    if (symbol === "" || isOneOf("|@[]", symbol)) {
      scan.fail("unclosed", from, from + 1, ["}"]);
      return null;
    }
    if (symbol === "{") {
      scan.pos++;
      sound = scan.fail("nested-split", start, scan.pos, []);
      continue;
    }
    const part = readPart(scan);
    if (part) parts.push(part);
    else sound = false;
  }
  scan.pos++;
  if (parts.length > MAX_SPLIT) sound = scan.fail("split-too-fine", from, scan.pos, [String(MAX_SPLIT)]);
  if (parts.length === 0) {
    if (sound) scan.fail("empty-brackets", from, scan.pos, []);
    return null;
  }
  return sound ? makeSplit(parts) : null;
}

function readStroke(scan: Scan): Stroke | null {
  const from = scan.pos;
  let accent = false;
  let graces = 0;
  const techniques = new Set<Technique>();
  for (; ; scan.pos++) {
    const mark = scan.peek();
    const technique = TECHNIQUE_OF[mark];
    if (mark === ">") accent = true;
    else if (technique) techniques.add(technique);
    else if (isOneOf(GRACE_MARKS, mark)) graces++;
    else break;
  }
  const letter = scan.peek();
  if (!isOneOf(LIMB_LETTERS, letter)) {
    scan.fail("mark-without-limb", from, scan.pos, ["R", "L", "K", "H"]);
    return null;
  }
  scan.pos++;
  const limb = letter.toUpperCase() as Limb;
  const ghost = letter !== limb;
  const marksTo = scan.pos;
  const place = scan.peek() === "/" ? readPlace(scan, limb) : undefined;
  if (place === null) return null;
  const refuse = (code: ProblemCode, options: readonly string[], to = marksTo) => {
    scan.fail(code, from, to, options);
    return null;
  };
  const [technique = "plain", second] = techniques;
  if (second) return refuse("two-techniques", []);
  if (ghost && (accent || technique === "rim-shot")) return refuse("accented-ghost", [limb, letter]);
  const isPlayable = allowsTechnique(technique, limb, place);
  if (technique === "rim-shot" && !isPlayable) {
    if (!isHand(limb)) return refuse("rim-on-foot", [limb]);
    // Lines from before cymbals refused rim shots: the accent of the rim shot stays.
    accent = true;
    scan.advise("rim-on-metal", from, scan.pos, [limb]);
  }
  if (technique === "buzz" && !isPlayable) {
    return isHand(limb) ? refuse("buzz-on-rim", [limb], scan.pos) : refuse("buzz-on-foot", [limb]);
  }
  if (technique === "choke" && !isPlayable) return refuse("choke-of-drum", [isHand(limb) ? limb : "R"], scan.pos);
  if (graces > MAX_GRACES) return refuse("too-many-graces", [String(MAX_GRACES)]);
  if (graces > 0 && !isHand(limb)) return refuse("grace-on-foot", [limb]);
  const level = ghost ? "ghost" : accent ? "accent" : "normal";
  return makeStroke(limb, { level, technique, graces: graces as Stroke["graces"], ...(place ? { place } : {}) });
}

function readPlace(scan: Scan, limb: Limb): KitVoice | null {
  const from = scan.pos++;
  const code = /^[A-Za-z0-9]{0,2}/.exec(scan.text.slice(scan.pos, scan.pos + 2))?.[0] ?? "";
  scan.pos += code.length;
  const place = KIT_VOICES.find((known) => known === code.toLowerCase());
  const fitting = KIT_VOICES.filter((known) => canPlay(limb, known));
  if (!place) scan.fail("unknown-place", from, scan.pos, fitting);
  else if (!canPlay(limb, place)) scan.fail("place-for-other-limb", from, scan.pos, [limb, ...fitting]);
  else return place;
  return null;
}
