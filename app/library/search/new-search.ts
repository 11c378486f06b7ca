/** A new search: for a fill's space, or from scratch. */

import { formatSlots } from "~/core/line";
import { mirrorCell } from "~/core/moves";
import { openingRate } from "~/core/phrase";
import { formatRate } from "~/core/time";
import { addRow, getRow, listRows } from "~/data/rows";
import { cellOf } from "../cell/content";
import type { BookDatabase } from "../database";
import { lastValidLine } from "../phrase/phrase";
import { loadPreferences } from "../preferences-store";
import { MAX_POOL, makeSearch, type PoolContent } from "./content";

/** A starting pool for a book without cells: common stock of several sizes. */
const FIRST_POOL: readonly (readonly [name: string, text: string])[] = [
  ["a three", "RLK"],
  ["a four", "RLRR"],
  ["a five", "RLRRL"],
  ["a six", "RLRRLK"],
];

/** Adds it to the book and returns its id. */
export async function addSearch(book: BookDatabase, fillId: string | null): Promise<string> {
  const [cells, fill, { hands }] = await Promise.all([
    listRows(book.cells),
    fillId ? getRow(book.fills, fillId) : null,
    loadPreferences(book),
  ]);
  const first = FIRST_POOL.map(
    ([name, text]) => [name, hands === "left" ? formatSlots(mirrorCell(cellOf(text))) : text] as const,
  );
  const named = cells.map(({ content }) => [content.name, content.text] as const);
  const seen = new Set<string>();
  const pool = (named.length > 0 ? named : first)
    .filter(([, text]) => !seen.has(text) && seen.add(text))
    .slice(0, MAX_POOL)
    .map(([name, text]): PoolContent => ({ name, text, mirrors: false, rotations: false, least: 0, most: null }));
  if (!fill) return (await addRow(book.searches, makeSearch({ pool }))).id;
  const { name, meter, tempo, window, figure } = fill.content;
  const rate = formatRate(openingRate(lastValidLine(fill.content)));
  const content = makeSearch({
    name: name ? `Ways for ${name}`.slice(0, 120) : "",
    meter,
    rate,
    tempo,
    window,
    pool,
    ...(figure ? { figure } : {}),
  });
  return (await addRow(book.searches, content)).id;
}
