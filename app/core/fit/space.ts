import type { Window } from "../phrase";
import { barTicks, type Meter, type Ticks, ticks } from "../time";

/**
 * The space to fill once it begins elsewhere. One that ends on a bar line goes on to that bar line while its beginning
 * stays in the same bar; any other keeps its length.
 */
export function moveStart({ start, length }: Window, next: Ticks, meter: Meter): Window {
  const bar = barTicks(meter);
  const end = start + length;
  const isSameBar = Math.floor(start / bar) === Math.floor(next / bar);
  if (end % bar === 0 && isSameBar && next < end) return { start: next, length: ticks(end - next) };
  return { start: next, length };
}
