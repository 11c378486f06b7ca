/** A new flow: between the cells of a fill, or from scratch. */

import { formatLine, formatSlots } from "~/core/line";
import { mirrorCell } from "~/core/moves";
import { makeCell, makeLine } from "~/core/phrase";
import { listDistinctCells } from "~/core/practice";
import { barTicks, type Meter } from "~/core/time";
import { layOut } from "~/core/timeline";
import { addRow, getRow, listRows } from "~/data/rows";
import { cellOf } from "../cell/content";
import type { BookDatabase } from "../database";
import type { FillContent } from "../fill/content";
import { MAX_NAME, toPhrase } from "../phrase/phrase";
import { loadPreferences } from "../preferences-store";
import { type FlowContent, type FlowIdea, makeFlow, makeIdea } from "./content";

/** For a book without cells: common stock in three sizes. */
const FIRST_IDEAS: readonly (readonly [name: string, text: string])[] = [
  ["Three", "RLK"],
  ["Paradiddle", "RLRR"],
  ["Five", "RLRRL"],
];
/** More cells are too many to keep in mind at first. */
const FIRST_MOST = 4;

/** Adds a flow between the cells of a fill, or of none, to the book; returns its id. */
export async function addFlow(book: BookDatabase, fillId: string | null): Promise<string> {
  const [fill, { hands }] = await Promise.all([fillId ? getRow(book.fills, fillId) : null, loadPreferences(book)]);
  const stock = FIRST_IDEAS.map(([name, text]) => {
    const own = hands === "left" ? formatSlots(mirrorCell(cellOf(text))) : text;
    return makeIdea({ kind: "cell", of: null, name, text: `@4 ${own}` });
  });
  const content = fill ? ofFill(fill.id, fill.content, stock) : makeFlow({ ideas: await firstIdeas(book, stock) });
  return (await addRow(book.flows, content)).id;
}

/** The player's own cells of different sizes, if there are any. */
async function firstIdeas(book: BookDatabase, stock: readonly FlowIdea[]): Promise<FlowIdea[]> {
  const rows = await listRows(book.cells);
  const sizes = new Set<number>();
  const own = rows.filter(({ content }) => {
    const size = cellOf(content.text).length;
    return size >= 2 && content.rate === "4" && !sizes.has(size) && sizes.add(size);
  });
  if (own.length < 2) return [...stock];
  return own
    .slice(0, 3)
    .map(({ id, content }) => makeIdea({ kind: "cell", of: id, name: content.name, text: `@4 ${content.text}` }));
}

function ofFill(id: string, content: FillContent, stock: readonly FlowIdea[]): FlowContent {
  const phrase = toPhrase(content);
  const cells = listDistinctCells(layOut(phrase));
  const ideas = cells.slice(0, FIRST_MOST).map(({ item, rate, text }) =>
    makeIdea({
      kind: "cell",
      of: null,
      name: text,
      text: formatLine(makeLine([{ kind: "rate", rate }, makeCell(item.slots)])),
    }),
  );
  const whole = makeIdea({
    kind: "fill",
    of: id,
    name: content.name || "Untitled",
    text: content.goodText,
  });
  const bar = barTicks(content.meter as Meter);
  return makeFlow({
    name: content.name.slice(0, MAX_NAME),
    meter: content.meter,
    tempo: content.tempo,
    ideas: ideas.length >= 2 ? ideas : [whole, ...stock.slice(0, 2)],
    bars: Math.max(1, Math.ceil((content.window.start + content.window.length) / bar)),
    groove: content.groove,
  });
}
