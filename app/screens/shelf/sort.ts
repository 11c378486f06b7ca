/** The sort orders of the Shelf. */

import type { FillRow } from "~/library/database";
import type { Learning } from "./fill-card";

export const FILL_SORTS = [
  { id: "edited", name: "last edited" },
  { id: "due", name: "due for review" },
  { id: "practised", name: "last practised" },
  { id: "progress", name: "furthest learned" },
  { id: "name", name: "name" },
  { id: "tempo", name: "tempo" },
] as const;
export type FillSort = (typeof FILL_SORTS)[number]["id"];

export function isFillSort(text: string): text is FillSort {
  return FILL_SORTS.some(({ id }) => id === text);
}

/** Made once: making it takes longer than comparing a thousand names. */
const NAMES = new Intl.Collator("en", { numeric: true, sensitivity: "base" });

/** Fills arrive last edited first, and ties keep that order. Fills without a value come last. */
export function sortFills(
  fills: readonly FillRow[],
  learning: ReadonlyMap<string, Learning>,
  sort: FillSort,
): readonly FillRow[] {
  if (sort === "edited") return fills;
  if (sort === "name") {
    const nameOf = ({ content }: FillRow) => content.name || "\uffff";
    return fills.toSorted((a, b) => NAMES.compare(nameOf(a), nameOf(b)));
  }
  const rank = (fill: FillRow): number => {
    const known = learning.get(fill.id);
    const last = Number.POSITIVE_INFINITY;
    switch (sort) {
      case "tempo":
        return fill.content.tempo;
      case "due":
        return known?.due ?? last;
      case "practised":
        return known?.lastPractised === undefined || known.lastPractised === null ? last : -known.lastPractised;
      case "progress":
        return known && known.steps > 0 ? -known.passed / known.steps : last;
    }
  };
  const ranks = new Map(fills.map((fill) => [fill.id, rank(fill)]));
  const of = ({ id }: FillRow) => ranks.get(id) ?? 0;
  return fills.toSorted((a, b) => (of(a) === of(b) ? 0 : of(a) - of(b)));
}
