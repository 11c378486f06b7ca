/** Checks that need the whole line: its playing length, and whether its shared slots are exact. */

import { type CellItem, type Line, type LineItem, MAX_SLOTS, playItems } from "../phrase/phrase";
import { MAX_SPLIT, partsOf } from "../stroke/stroke";
import { formatRate, type Rate, slotTicks } from "../time/time";
import { MAX_PROBLEMS, type Problem, type TextSpan } from "./problem";

/** Bar lines and rates repeat with their run; this limits them as MAX_SLOTS limits slots. */
const MAX_PLAYED_ITEMS = 4 * MAX_SLOTS;

/** Computes the playing length from the repeat counts, without expanding them. */
export function checkLength(line: Line, text: string, problems: Problem[]) {
  const size = (items: Line, of: (item: LineItem) => number): number =>
    items.reduce((sum, item) => sum + (item.kind === "run" ? item.count * size(item.items, of) : of(item)), 0);
  const slots = size(line, (item) => (item.kind === "cell" ? item.slots.length * item.count : 0));
  const items = size(line, (item) => (item.kind === "cell" ? item.count : 1));
  if (slots > MAX_SLOTS || items > MAX_PLAYED_ITEMS) {
    const found = Math.min(Math.max(slots, items), Number.MAX_SAFE_INTEGER);
    problems.push({
      code: "too-long",
      from: 0,
      to: Math.max(1, text.length),
      found: String(found),
      options: [String(MAX_SLOTS)],
    });
  }
}

/** A shared slot must divide into whole ticks at every rate it is played at. */
export function checkSplits(line: Line, text: string, spans: ReadonlyMap<object, TextSpan>, problems: Problem[]) {
  const checked = new Map<CellItem, Set<Rate>>();
  for (const played of playItems(line)) {
    if (played.kind === "bar") continue;
    const { item, rate } = played;
    const rates = checked.get(item) ?? new Set();
    checked.set(item, rates);
    if (rates.has(rate)) continue;
    rates.add(rate);
    for (const slot of item.slots) {
      const parts = partsOf(slot).length;
      if (slotTicks(rate) % parts === 0 || problems.length >= MAX_PROBLEMS) continue;
      const span = spans.get(slot) ?? { from: 0, to: text.length };
      const fitting = Array.from({ length: MAX_SPLIT - 1 }, (_, index) => index + 2).filter(
        (n) => slotTicks(rate) % n === 0,
      );
      problems.push({
        code: "split-inexact",
        ...span,
        found: text.slice(span.from, span.to),
        options: [formatRate(rate), ...fitting.map(String)],
      });
    }
  }
}
