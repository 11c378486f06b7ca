/** A walk through a stick line's text: where the reader stands, and what it has to say. */

import { MAX_PROBLEMS, type Problem, type ProblemCode, type TextSpan } from "./problem";

const SPACE = /\s/;
const DIGIT = /[0-9]/;

export class Scan {
  pos = 0;
  readonly problems: Problem[] = [];
  /** What is read as something else that can be played, and stops nothing. */
  readonly advice: Problem[] = [];
  /** Where each slot and item stands in the text, by identity. */
  readonly spans = new Map<object, TextSpan>();

  constructor(readonly text: string) {}

  /** The symbol at hand; empty at the end of the text. */
  peek(): string {
    return this.text[this.pos] ?? "";
  }

  /** The first symbol after the one at hand that is no space. */
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

  /** Notes that this stands from `from` to here. */
  note(thing: object, from: number) {
    this.spans.set(thing, { from, to: this.pos });
  }

  /** Records a problem; false, for use as "not sound". */
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
