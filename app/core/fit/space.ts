import type { Window } from "../phrase";
import { barTicks, type Meter, type Ticks, ticks } from "../time";

/**
 * The space with a new start. If it ends on a bar line, it keeps that end as long as the start stays in the same bar;
 * any other space keeps its length.
 */
export function moveStart({ start, length }: Window, next: Ticks, meter: Meter): Window {
  const bar = barTicks(meter);
  const end = start + length;
  const isSameBar = Math.floor(start / bar) === Math.floor(next / bar);
  if (end % bar === 0 && isSameBar && next < end) return { start: next, length: ticks(end - next) };
  return { start: next, length };
}
