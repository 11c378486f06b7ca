/** New fills from a cell or a rudiment. */

import { formatLine, readStickLine } from "~/core/line";
import { makeCell, makeLine, mirrorLine } from "~/core/phrase";
import { barTicks, bpm, type Meter, parseMeter, slotTicks, ticks } from "~/core/time";
import { layOut } from "~/core/timeline";
import { addRow } from "~/data/rows";
import type { BookDatabase } from "~/library/database";
import { makeContent } from "~/library/fill/content";
import { MAX_WINDOW_BARS } from "~/library/phrase/phrase";
import { loadPreferences } from "~/library/preferences-store";
import { type CellContent, cellOf, rateOf } from "./content";
import type { ShippedRudiment } from "./entries";
/** A new fill from one cell: as often as it fits a bar, or over as many bars as it needs. */
export async function addFillOfCell(book: BookDatabase, cell: CellContent): Promise<string> {
  const { cellTempo, cellMeter, countStyle } = await loadPreferences(book);
  const meter = parseMeter(cellMeter) ?? { beats: 4, unit: 4 };
  const rate = rateOf(cell.rate);
  const slots = cellOf(cell.text);
  const bar = barTicks(meter);
  const length = slots.length * slotTicks(rate);
  const count = Math.max(1, Math.floor(bar / length));
  const bars = Math.min(MAX_WINDOW_BARS, Math.max(1, Math.ceil((count * length) / bar)));
  const content = makeContent({
    name: cell.name,
    tags: cell.tags.slice(),
    text: formatLine(makeLine([{ kind: "rate", rate }, makeCell(slots, count)])),
    meter,
    tempo: bpm(cellTempo),
    window: { start: ticks(0), length: ticks(bars * bar) },
    groove: "straight-eighths",
    countStyle,
  });
  return (await addRow(book.fills, content)).id;
}

/** A new fill from a whole rudiment: as long as it is, led by the player's leading hand. */
export async function addFillOfRudiment(book: BookDatabase, rudiment: ShippedRudiment): Promise<string> {
  const { cellTempo, hands, countStyle } = await loadPreferences(book);
  const read = readStickLine(rudiment.line).line;
  if (!read) throw new Error("the rudiment's line cannot be read");
  const line = hands === "left" ? mirrorLine(read) : read;
  const meter = rudiment.meter as Meter;
  const tempo = bpm(cellTempo);
  const { end } = layOut({ meter, tempo, window: { start: ticks(0), length: barTicks(meter) }, line });
  const content = makeContent({
    name: rudiment.name,
    tags: ["rudiment"],
    text: formatLine(line),
    meter,
    tempo,
    window: { start: ticks(0), length: end },
    countStyle,
  });
  return (await addRow(book.fills, content)).id;
}
