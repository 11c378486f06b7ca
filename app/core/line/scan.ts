/** Scanner for a stick line's text: the reader's position, and its findings. */

import { MAX_PROBLEMS, type Problem, type ProblemCode, type TextSpan } from "./problem";

const SPACE = /\s/;
const DIGIT = /[0-9]/;

export class Scan {
  pos = 0;
  readonly problems: Problem[] = [];
  /** Input read as something else that can be played. It blocks nothing. */
  readonly advice: Problem[] = [];
  /** The position of each slot and item in the text, by identity. */
  readonly spans = new Map<object, TextSpan>();

  constructor(readonly text: string) {}

  /** The current symbol; empty at the end of the text. */
  peek(): string {
    return this.text[this.pos] ?? "";
  }

  /** The next symbol that isn't a space. */
  peekPast(): string {
    let next = this.pos + 1;
    while (SPACE.test(this.text[next] ?? "")) next++;
    return this.text[next] ?? "";
  }

  isAtSpace(): boolean {
    return SPACE.test(this.peek());
  }

  skipSpace() {
    while (this.isAtSpace()) this.pos++;
  }

  readDigits(): string {
    const from = this.pos;
    while (DIGIT.test(this.peek())) this.pos++;
    return this.text.slice(from, this.pos);
  }

  /** Records that this item spans `from` to the current position. */
  note(thing: object, from: number) {
    this.spans.set(thing, { from, to: this.pos });
  }

  /** Records a problem. Returns false, for use as "not valid". */
  fail(code: ProblemCode, from: number, to: number, options: readonly string[]): false {
    this.tell(this.problems, code, from, to, options);
    return false;
  }

  advise(code: ProblemCode, from: number, to: number, options: readonly string[]) {
    this.tell(this.advice, code, from, to, options);
  }

  private tell(list: Problem[], code: ProblemCode, from: number, to: number, options: readonly string[]) {
    if (list.length >= MAX_PROBLEMS) return;
    const wide = Math.max(to, from + 1);
    list.push({ code, from, to: wide, found: this.text.slice(from, Math.min(wide, from + 40)), options });
  }
}

export function isOneOf(symbols: string, symbol: string): boolean {
  return symbol !== "" && symbols.includes(symbol);
}
