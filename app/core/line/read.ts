/**
 * Reader of the stick line. Forgiving of white space and of how a drummer happens to type; strict about what cannot
 * be played. Linear in the length of the text. `docs/stick-line.md` is the format's description.
 */

import {
  type CellItem,
  countMoments,
  type Line,
  type LineItem,
  MAX_DEPTH,
  MAX_SLOTS,
  makeCell,
  makeLine,
  makeRun,
  type Swell,
} from "../phrase/phrase";
import {
  allowsTechnique,
  canPlay,
  isHand,
  type Limb,
  MAX_GRACES,
  MAX_SPLIT,
  makeSilence,
  makeSplit,
  makeStroke,
  makeStrokes,
  otherHand,
  PLACES,
  type Place,
  type Silence,
  type Slot,
  type Stroke,
  type Strokes,
  type Technique,
} from "../stroke/stroke";
import { formatRate, makeRate, type Rate } from "../time/time";
import { checkLength, checkSplits } from "./check";
import { MAX_PROBLEMS, type Problem, type ProblemCode, type Span } from "./problem";

export interface Reading {
  /** The phrase's line, or null when there are problems. */
  readonly line: Line | null;
  readonly problems: readonly Problem[];
  /** What is read as something else that can be played, and stops nothing. */
  readonly advice: readonly Problem[];
  /** Where each slot and item stands in the text, by identity. */
  readonly spans: ReadonlyMap<object, Span>;
}

/** Longer texts are refused unread: even 10 000 decorated slots with places are shorter. */
export const MAX_TEXT = 120_000;

const SPACE = /\s/;
const DIGIT = /[0-9]/;
const SILENCES = "-–—−._";
const GRACE_MARKS = "'’‘`´";
const TIMES = "xX×*";
const LIMB_LETTERS = "RLKHrlkh";
const TECHNIQUE_OF: Readonly<Record<string, Technique>> = { "!": "rim-shot", "~": "buzz", "=": "choke" };
const STROKE_STARTS = `>${Object.keys(TECHNIQUE_OF).join("")}${GRACE_MARKS}${LIMB_LETTERS}`;
const SWELL_OF: Readonly<Record<string, Swell>> = { "<": "crescendo", ">": "diminuendo" };
/** Letters that people use for feet elsewhere. */
const FOOT_LETTERS = "FfBbPp";
const SYMBOLS = ["R", "L", "K", "H", "-", ">", "!", "~", "=", "'", "(", "{"];

/** Reads a stick line. Never throws: whatever is wrong comes back as problems with their columns. */
export function readStickLine(text: string): Reading {
  const problems: Problem[] = [];
  const advice: Problem[] = [];
  const spans = new Map<object, Span>();
  if (text.length > MAX_TEXT) {
    problems.push({ code: "text-too-long", from: MAX_TEXT, to: text.length, found: "", options: [String(MAX_TEXT)] });
    return { line: null, problems, advice, spans };
  }
  const reader = new LineReader(text, problems, advice, spans);
  const line = makeLine(reader.readItems(0));
  if (problems.length === 0) checkLength(line, text, problems);
  if (problems.length === 0) checkSplits(line, text, spans, problems);
  problems.sort((a, b) => a.from - b.from);
  return { line: problems.length === 0 ? line : null, problems, advice, spans };
}

class LineReader {
  private pos = 0;
  /** Set when reading on makes no sense; brackets left open then are no news. */
  private gaveUp = false;
  private isSwelling = false;

  constructor(
    private readonly text: string,
    private readonly problems: Problem[],
    private readonly advice: Problem[],
    private readonly spans: Map<object, Span>,
  ) {}

  /** Items up to the end of the text, or to the bracket that closes the run at `depth` > 0. */
  readItems(depth: number): LineItem[] {
    const items: LineItem[] = [];
    for (;;) {
      this.skipSpace();
      const from = this.pos;
      const symbol = this.peek();
      if (symbol === "") return items;
      if (symbol === "]") {
        if (depth > 0) return items;
        this.pos++;
        this.fail("unopened", from, this.pos, ["["]);
      } else if (symbol === "|") {
        this.pos++;
        this.keep(items, { kind: "bar" }, from);
      } else if (symbol === "@") {
        const rate = this.readRate();
        if (rate) this.keep(items, { kind: "rate", rate }, from);
      } else if (symbol === "[") {
        for (const item of this.readRun(depth + 1)) items.push(item);
      } else if (this.startsSwell()) {
        for (const item of this.readSwell(depth + 1)) items.push(item);
      } else if (isOneOf(TIMES, symbol)) {
        this.readCount();
        this.fail("count-without-cell", from, this.pos, []);
      } else {
        const cell = this.readCell();
        if (cell) this.keep(items, cell, from);
      }
    }
  }

  private keep(items: LineItem[], item: LineItem, from: number) {
    items.push(item);
    this.spans.set(item, { from, to: this.pos });
  }

  private readRate(): Rate | null {
    const from = this.pos++;
    this.skipSpace();
    const start = this.pos;
    let digits = this.readDigits();
    if (digits !== "" && this.peek() === "/") {
      this.pos++;
      digits += `/${this.readDigits()}`;
    }
    if (digits === "") {
      this.fail("rate-missing", from, this.pos, ["2", "3", "4", "6", "8"]);
      return null;
    }
    const [slots, quarters] = digits.split("/");
    const rate = makeRate(Number(slots), quarters === undefined ? 1 : Number(quarters));
    if (!rate) this.fail("rate-inexact", start, this.pos, nearestRates(Number(slots)));
    return rate;
  }

  /** `<`, or a `>` that is no accent because a bracket follows it. */
  private startsSwell(): boolean {
    const symbol = this.peek();
    if (symbol === "<") return true;
    if (symbol !== ">") return false;
    let next = this.pos + 1;
    while (SPACE.test(this.text[next] ?? "")) next++;
    return this.text[next] === "[";
  }

  private readSwell(depth: number): Line {
    const from = this.pos;
    const swell = SWELL_OF[this.peek()];
    this.pos++;
    this.skipSpace();
    if (this.peek() !== "[") {
      this.fail("swell-without-run", from, this.pos, []);
      return [];
    }
    if (this.isSwelling) this.fail("swell-in-swell", from, this.pos + 1, []);
    const wasSwelling = this.isSwelling;
    this.isSwelling = true;
    const run = this.readRun(depth, swell, from);
    this.isSwelling = wasSwelling;
    return run;
  }

  private readRun(depth: number, swell?: Swell, start = this.pos): Line {
    const from = this.pos++;
    if (depth > MAX_DEPTH) {
      this.fail("too-deep", from, this.pos, [String(MAX_DEPTH)]);
      // Reading on would recurse as deep as the text says; one problem is enough.
      this.pos = this.text.length;
      this.gaveUp = true;
      return [];
    }
    const items = this.readItems(depth);
    if (this.gaveUp) return items;
    if (this.peek() !== "]") {
      this.fail("unclosed", from, from + 1, ["]"]);
      return items;
    }
    this.pos++;
    if (!items.some((item) => item.kind === "cell" || item.kind === "run")) {
      this.fail("empty-brackets", from, this.pos, []);
    }
    const to = this.pos;
    const run = makeRun(items, this.readCount(), swell);
    const isSounding = items.some((item) => item.kind === "cell" || item.kind === "run");
    if (swell && isSounding && countMoments(items, 2) < 2) this.fail("swell-too-short", start, to, []);
    return run;
  }

  /** `x3` after a group, with or without space; 1 when there is none. */
  private readCount(): number {
    const before = this.pos;
    this.skipSpace();
    const from = this.pos;
    if (!isOneOf(TIMES, this.peek())) {
      this.pos = before;
      return 1;
    }
    this.pos++;
    this.skipSpace();
    const digits = this.readDigits();
    const count = Number(digits);
    if (digits === "") this.fail("count-missing", from, from + 1, ["x2"]);
    else if (count < 1 || count > MAX_SLOTS) this.fail("count-wrong", from, this.pos, ["1", String(MAX_SLOTS)]);
    else return count;
    return 1;
  }

  private readCell(): CellItem | null {
    const slots: Slot[] = [];
    for (;;) {
      const symbol = this.peek();
      if (symbol === "" || SPACE.test(symbol) || isOneOf("|@[]", symbol) || isOneOf(TIMES, symbol)) break;
      if (this.startsSwell()) break;
      const from = this.pos;
      const slot = this.readSlot();
      if (slot) {
        slots.push(slot);
        this.spans.set(slot, { from, to: this.pos });
      }
    }
    const count = this.readCount();
    return slots.length > 0 ? makeCell(slots, count) : null;
  }

  private readSlot(): Slot | null {
    if (this.peek() === "{") return this.readSplit();
    return this.readPart();
  }

  private readPart(): Silence | Strokes | null {
    const from = this.pos;
    const symbol = this.peek();
    if (isOneOf(SILENCES, symbol)) {
      this.pos++;
      return makeSilence();
    }
    if (symbol === "(") return this.readUnison();
    if (isOneOf(STROKE_STARTS, symbol)) {
      const stroke = this.readStroke();
      return stroke ? makeStrokes([stroke]) : null;
    }
    this.pos++;
    if (isOneOf(")}", symbol)) this.fail("unopened", from, this.pos, [symbol === ")" ? "(" : "{"]);
    else if (isOneOf(FOOT_LETTERS, symbol)) this.fail("foot-letter", from, this.pos, ["K", "H"]);
    else {
      // A whole word in a wrong language is one problem, not one a letter.
      while (/\p{L}/u.test(this.peek())) this.pos++;
      this.fail("not-a-symbol", from, this.pos, SYMBOLS);
    }
    return null;
  }

  private readUnison(): Strokes | null {
    const from = this.pos++;
    const strokes: Stroke[] = [];
    let sound = true;
    for (;;) {
      this.skipSpace();
      const start = this.pos;
      const symbol = this.peek();
      if (symbol === ")") break;
      if (symbol === "" || isOneOf("|@[]{}(", symbol)) {
        this.fail("unclosed", from, from + 1, [")"]);
        return null;
      }
      if (!isOneOf(STROKE_STARTS, symbol)) {
        this.pos++;
        sound = this.fail("not-a-symbol", start, this.pos, ["R", "L", "K", "H"]);
        continue;
      }
      const stroke = this.readStroke();
      if (!stroke) sound = false;
      else if (strokes.some((other) => other.limb === stroke.limb)) {
        sound = this.fail("limb-twice", start, this.pos, [stroke.limb]);
      } else strokes.push(stroke);
    }
    this.pos++;
    if (strokes.length === 0) {
      if (sound) this.fail("empty-brackets", from, this.pos, []);
      return null;
    }
    for (const stroke of strokes) {
      if (stroke.graces > 0 && isHand(stroke.limb)) {
        const grace: Limb = otherHand(stroke.limb);
        if (strokes.some((other) => other.limb === grace)) {
          sound = this.fail("grace-hand-busy", from, this.pos, [grace]);
        }
      }
    }
    return sound ? makeStrokes(strokes) : null;
  }

  private readSplit(): Slot | null {
    const from = this.pos++;
    const parts: (Silence | Strokes)[] = [];
    let sound = true;
    for (;;) {
      this.skipSpace();
      const start = this.pos;
      const symbol = this.peek();
      if (symbol === "}") break;
      if (symbol === "" || isOneOf("|@[]", symbol)) {
        this.fail("unclosed", from, from + 1, ["}"]);
        return null;
      }
      if (symbol === "{") {
        this.pos++;
        sound = this.fail("nested-split", start, this.pos, []);
        continue;
      }
      const part = this.readPart();
      if (part) parts.push(part);
      else sound = false;
    }
    this.pos++;
    if (parts.length > MAX_SPLIT) sound = this.fail("split-too-fine", from, this.pos, [String(MAX_SPLIT)]);
    if (parts.length === 0) {
      if (sound) this.fail("empty-brackets", from, this.pos, []);
      return null;
    }
    return sound ? makeSplit(parts) : null;
  }

  private readStroke(): Stroke | null {
    const from = this.pos;
    let accent = false;
    let graces = 0;
    const techniques = new Set<Technique>();
    for (; ; this.pos++) {
      const mark = this.peek();
      const technique = TECHNIQUE_OF[mark];
      if (mark === ">") accent = true;
      else if (technique) techniques.add(technique);
      else if (isOneOf(GRACE_MARKS, mark)) graces++;
      else break;
    }
    const letter = this.peek();
    if (!isOneOf(LIMB_LETTERS, letter)) {
      this.fail("mark-without-limb", from, this.pos, ["R", "L", "K", "H"]);
      return null;
    }
    this.pos++;
    const limb = letter.toUpperCase() as Limb;
    const ghost = letter !== limb;
    const marksTo = this.pos;
    const place = this.peek() === "/" ? this.readPlace(limb) : undefined;
    if (place === null) return null;
    const refuse = (code: ProblemCode, options: readonly string[], to = marksTo) => {
      this.fail(code, from, to, options);
      return null;
    };
    const [technique = "plain", second] = techniques;
    if (second) return refuse("two-techniques", []);
    if (ghost && (accent || technique === "rim-shot")) return refuse("accented-ghost", [limb, letter]);
    const isPlayable = allowsTechnique(technique, limb, place);
    if (technique === "rim-shot" && !isPlayable) {
      if (!isHand(limb)) return refuse("rim-on-foot", [limb]);
      // Lines from before cymbals refused it: the accent that a rim shot is stays.
      accent = true;
      if (this.advice.length < MAX_PROBLEMS) this.advice.push(this.problem("rim-on-metal", from, this.pos, [limb]));
    }
    if (technique === "buzz" && !isPlayable) {
      return isHand(limb) ? refuse("buzz-on-rim", [limb], this.pos) : refuse("buzz-on-foot", [limb]);
    }
    if (technique === "choke" && !isPlayable) return refuse("choke-of-drum", [isHand(limb) ? limb : "R"], this.pos);
    if (graces > MAX_GRACES) return refuse("too-many-graces", [String(MAX_GRACES)]);
    if (graces > 0 && !isHand(limb)) return refuse("grace-on-foot", [limb]);
    const level = ghost ? "ghost" : accent ? "accent" : "normal";
    return makeStroke(limb, { level, technique, graces: graces as Stroke["graces"], ...(place ? { place } : {}) });
  }

  private readPlace(limb: Limb): Place | null {
    const from = this.pos++;
    const code = /^[A-Za-z0-9]{0,2}/.exec(this.text.slice(this.pos, this.pos + 2))?.[0] ?? "";
    this.pos += code.length;
    const place = PLACES.find((known) => known === code.toLowerCase());
    const fitting = PLACES.filter((known) => canPlay(limb, known));
    if (!place) this.fail("unknown-place", from, this.pos, fitting);
    else if (!canPlay(limb, place)) this.fail("place-for-other-limb", from, this.pos, [limb, ...fitting]);
    else return place;
    return null;
  }

  private readDigits(): string {
    const from = this.pos;
    while (DIGIT.test(this.peek())) this.pos++;
    return this.text.slice(from, this.pos);
  }

  private skipSpace() {
    while (SPACE.test(this.peek())) this.pos++;
  }

  private peek(): string {
    return this.text[this.pos] ?? "";
  }

  /** Records a problem; false, for use as "not sound". */
  private fail(code: ProblemCode, from: number, to: number, options: readonly string[]): false {
    if (this.problems.length < MAX_PROBLEMS) this.problems.push(this.problem(code, from, to, options));
    return false;
  }

  private problem(code: ProblemCode, from: number, to: number, options: readonly string[]): Problem {
    const wide = Math.max(to, from + 1);
    return { code, from, to: wide, found: this.text.slice(from, Math.min(wide, from + 40)), options };
  }
}

function isOneOf(symbols: string, symbol: string): boolean {
  return symbol !== "" && symbols.includes(symbol);
}

/** Rates near a number that is not one. */
function nearestRates(slots: number): string[] {
  const rates: string[] = [];
  for (let distance = 1; distance <= 32 && rates.length < 2; distance++) {
    for (const near of [slots - distance, slots + distance]) {
      const rate = makeRate(near);
      if (rate && rates.length < 2) rates.push(formatRate(rate));
    }
  }
  return rates;
}
