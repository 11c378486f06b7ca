/** What goes on under a fill: ostinati of the feet. */

import { barTicks, isCompound, type Meter, type Ticks, tempoUnitTicks, ticks } from "../time";
import type { FootOstinato } from "./setting";

/**
 * Where an ostinato strikes from `from` to before `to`, ticks from a bar line. It counts the note that the tempo counts,
 * anew in each bar: quarters in 4/4 and 7/8, dotted quarters in 6/8, where the off-beats are the last of each three.
 */
export function listOstinato(pattern: FootOstinato, meter: Meter, from: number, to: number): Ticks[] {
  if (pattern === "none") return [];
  const bar = barTicks(meter);
  const pulse = tempoUnitTicks(meter);
  const parts = isCompound(meter) ? 3 : 2;
  const step = pulse / parts;
  const strikes = (index: number): boolean => {
    const part = index % parts;
    if (pattern === "eighths") return true;
    if (pattern === "off-beats") return part === parts - 1;
    return part === 0 && (pattern === "quarters" || (index / parts) % 2 === 1);
  };
  const found: Ticks[] = [];
  for (let start = Math.floor(from / bar) * bar; start < to; start += bar) {
    for (let index = 0; index * step < bar; index++) {
      const at = start + index * step;
      if (at >= from && at < to && strikes(index)) found.push(ticks(at));
    }
  }
  return found;
}
