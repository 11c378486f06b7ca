/**
 * Reader of the stick line. Forgiving about white space and typing habits, strict about what can't be played. Linear in
 * the length of the text. `docs/stick-line.md` describes the format.
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
import type { Slot } from "../stroke/stroke";
import { formatRate, makeRate, type Rate } from "../time/time";
import { checkLength, checkSplits } from "./check";
import type { Problem, TextSpan } from "./problem";
import { readSlot } from "./read-slot";
import { isOneOf, Scan } from "./scan";

export interface Reading {
  /** The phrase's line; null if there are problems. */
  readonly line: Line | null;
  readonly problems: readonly Problem[];
  /** Input read as something else that can be played. It blocks nothing. */
  readonly advice: readonly Problem[];
  /** The position of each slot and item in the text, by identity. */
  readonly spans: ReadonlyMap<object, TextSpan>;
}

/** Longer texts are refused unread: even 10 000 fully decorated slots are shorter. */
export const MAX_TEXT = 120_000;

const TIMES = "xX×*";
const SWELL_OF: Readonly<Record<string, Swell>> = { "<": "crescendo", ">": "diminuendo" };

/** Reads a stick line. Never throws: problems are returned with their columns. */
export function readStickLine(text: string): Reading {
  const scan = new Scan(text);
  const { problems, advice, spans } = scan;
  if (text.length > MAX_TEXT) {
    problems.push({ code: "text-too-long", from: MAX_TEXT, to: text.length, found: "", options: [String(MAX_TEXT)] });
    return { line: null, problems, advice, spans };
  }
  const line = makeLine(new LineReader(scan).readItems(0));
  if (problems.length === 0) checkLength(line, text, problems);
  if (problems.length === 0) checkSplits(line, text, spans, problems);
  problems.sort((a, b) => a.from - b.from);
  return { line: problems.length === 0 ? line : null, problems, advice, spans };
}

class LineReader {
  /** Set when reading stops early; open brackets are then no news. */
  private gaveUp = false;
  private isSwelling = false;

  constructor(private readonly scan: Scan) {}

  /** Items up to the end of the text, or to the closing bracket of the run at `depth` > 0. */
  readItems(depth: number): LineItem[] {
    const items: LineItem[] = [];
    for (;;) {
      this.scan.skipSpace();
      const from = this.scan.pos;
      const symbol = this.scan.peek();
      if (symbol === "") return items;
      if (symbol === "]") {
        if (depth > 0) return items;
        this.scan.pos++;
        this.scan.fail("unopened", from, this.scan.pos, ["["]);
      } else if (symbol === "|") {
        this.scan.pos++;
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
        this.scan.fail("count-without-cell", from, this.scan.pos, []);
      } else {
        const cell = this.readCell();
        if (cell) this.keep(items, cell, from);
      }
    }
  }

  private keep(items: LineItem[], item: LineItem, from: number) {
    items.push(item);
    this.scan.note(item, from);
  }

  private readRate(): Rate | null {
    const from = this.scan.pos++;
    this.scan.skipSpace();
    const start = this.scan.pos;
    let digits = this.scan.readDigits();
    if (digits !== "" && this.scan.peek() === "/") {
      this.scan.pos++;
      digits += `/${this.scan.readDigits()}`;
    }
    if (digits === "") {
      this.scan.fail("rate-missing", from, this.scan.pos, ["2", "3", "4", "6", "8"]);
      return null;
    }
    const [slots, quarters] = digits.split("/");
    const rate = makeRate(Number(slots), quarters === undefined ? 1 : Number(quarters));
    if (!rate) this.scan.fail("rate-inexact", start, this.scan.pos, nearestRates(Number(slots)));
    return rate;
  }

  /** `<`, or a `>` before a bracket, which isn't an accent. */
  private startsSwell(): boolean {
    const symbol = this.scan.peek();
    if (symbol === "<") return true;
    if (symbol !== ">") return false;
    return this.scan.peekPast() === "[";
  }

  private readSwell(depth: number): Line {
    const from = this.scan.pos;
    const swell = SWELL_OF[this.scan.peek()];
    this.scan.pos++;
    this.scan.skipSpace();
    if (this.scan.peek() !== "[") {
      this.scan.fail("swell-without-run", from, this.scan.pos, []);
      return [];
    }
    if (this.isSwelling) this.scan.fail("swell-in-swell", from, this.scan.pos + 1, []);
    const wasSwelling = this.isSwelling;
    this.isSwelling = true;
    const run = this.readRun(depth, swell, from);
    this.isSwelling = wasSwelling;
    return run;
  }

  private readRun(depth: number, swell?: Swell, start = this.scan.pos): Line {
    const from = this.scan.pos++;
    if (depth > MAX_DEPTH) {
      this.scan.fail("too-deep", from, this.scan.pos, [String(MAX_DEPTH)]);
      // Reading on would recurse as deep as the text says. One problem is enough.
      this.scan.pos = this.scan.text.length;
      this.gaveUp = true;
      return [];
    }
    const items = this.readItems(depth);
    if (this.gaveUp) return items;
    if (this.scan.peek() !== "]") {
      this.scan.fail("unclosed", from, from + 1, ["]"]);
      return items;
    }
    this.scan.pos++;
    if (!items.some((item) => item.kind === "cell" || item.kind === "run")) {
      this.scan.fail("empty-brackets", from, this.scan.pos, []);
    }
    const to = this.scan.pos;
    const run = makeRun(items, this.readCount(), swell);
    const isSounding = items.some((item) => item.kind === "cell" || item.kind === "run");
    if (swell && isSounding && countMoments(items, 2) < 2) this.scan.fail("swell-too-short", start, to, []);
    return run;
  }

  /** `x3` after a group, with or without a space; 1 if there is none. */
  private readCount(): number {
    const before = this.scan.pos;
    this.scan.skipSpace();
    const from = this.scan.pos;
    if (!isOneOf(TIMES, this.scan.peek())) {
      this.scan.pos = before;
      return 1;
    }
    this.scan.pos++;
    this.scan.skipSpace();
    const digits = this.scan.readDigits();
    const count = Number(digits);
    if (digits === "") this.scan.fail("count-missing", from, from + 1, ["x2"]);
    else if (count < 1 || count > MAX_SLOTS)
      this.scan.fail("count-wrong", from, this.scan.pos, ["1", String(MAX_SLOTS)]);
    else return count;
    return 1;
  }

  private readCell(): CellItem | null {
    const slots: Slot[] = [];
    for (;;) {
      const symbol = this.scan.peek();
      if (symbol === "" || this.scan.isAtSpace() || isOneOf("|@[]", symbol) || isOneOf(TIMES, symbol)) break;
      if (this.startsSwell()) break;
      const from = this.scan.pos;
      const slot = readSlot(this.scan);
      if (slot) {
        slots.push(slot);
        this.scan.note(slot, from);
      }
    }
    const count = this.readCount();
    return slots.length > 0 ? makeCell(slots, count) : null;
  }
}

/** Valid rates near an invalid one. */
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
