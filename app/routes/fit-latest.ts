/** Fit by itself: the search that was worked on last, or a new one. With a fill: a new search for its window. */
import { redirect } from "react-router";
import { formatRate, formatSlots, mirrorCell, openingRate } from "~/core";
import { flushSaves } from "~/data/autosave";
import { currentBook } from "~/data/current";
import type { BookDatabase } from "~/data/database";
import { loadPreferences } from "~/data/preferences";
import { addRow, getRow, listRows } from "~/data/rows";
import { cellOf } from "~/formats/cell";
import { soundLine } from "~/formats/phrase";
import { MAX_POOL, makeSearch, type PoolContent } from "~/formats/search";
import type { Route } from "./+types/fit-latest";

/** A pool to begin with, for a book without cells: common stock of several sizes. */
const FIRST_POOL: readonly (readonly [name: string, text: string])[] = [
  ["a three", "RLK"],
  ["a four", "RLRR"],
  ["a five", "RLRRL"],
  ["a six", "RLRRLK"],
];

export async function makeNewSearch(book: BookDatabase, fillId: string | null): Promise<string> {
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
  const rate = formatRate(openingRate(soundLine(fill.content)));
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

export async function clientLoader() {
  await flushSaves();
  const book = await currentBook();
  const [latest] = await listRows(book.searches);
  return redirect(`/fit/${latest?.id ?? (await makeNewSearch(book, null))}`);
}
clientLoader.hydrate = true as const;

/** A new search for the window of a fill. */
export async function clientAction({ request }: Route.ClientActionArgs) {
  await flushSaves();
  const fill = (await request.formData()).get("fill");
  return redirect(`/fit/${await makeNewSearch(await currentBook(), typeof fill === "string" ? fill : null)}`);
}

export default function FitLatest() {
  return null;
}
