/** Finding fills on the Shelf by what is typed. */

import { formatMeter } from "~/core/time";
import type { FillRow } from "~/library/database";
import { canonicalLine } from "~/library/phrase/phrase";

/** What each fill is found by. Writing a line out takes long, and rows are never changed in place. */
const texts = new WeakMap<FillRow["content"], string>();

function textOf(content: FillRow["content"]): string {
  const known = texts.get(content);
  if (known !== undefined) return known;
  const text =
    `${content.name} ${content.tags.join(" ")} ${canonicalLine(content)} ${formatMeter(content.meter)}`.toLowerCase();
  texts.set(content, text);
  return text;
}

/** Every word of the query must occur in name, tags, line or meter. */
export function matches({ content }: FillRow, query: string, tag: string | null): boolean {
  if (tag !== null && !content.tags.includes(tag)) return false;
  const words = query.toLowerCase().split(/\s+/).filter(Boolean);
  return words.length === 0 || words.every((word) => textOf(content).includes(word));
}

/** Milliseconds of work at a time, well below a frame. */
const SLICE = 6;

/** Prepares the search in small slices, so that the first key finds it ready. Returns a function that stops it. */
export function readAhead(fills: readonly FillRow[], later: (work: () => void) => void): () => void {
  let next = 0;
  let isStopped = false;
  const work = () => {
    if (isStopped) return;
    const until = performance.now() + SLICE;
    for (let fill = fills[next]; fill && performance.now() < until; fill = fills[++next]) textOf(fill.content);
    if (next < fills.length) later(work);
  };
  later(work);
  return () => {
    isStopped = true;
  };
}
