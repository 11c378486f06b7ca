import { barTicks, type Meter, ticks } from "~/core/time";
import { layOut } from "~/core/timeline";
import type { BookDatabase } from "~/library/database";
import { EMPTY_BOOK } from "~/library/kinds";
import { MAX_WINDOW_BARS, toPhrase } from "~/library/phrase/phrase";
import { loadPreferences } from "~/library/preferences";
import { type ImportCount, importBook } from "~/library/transfer";
import { type FillContent, makeContent } from "./content";
import { readStickFile, type StickFileReading } from "./stick-file";
/** Each stick line of a text file as a fill; of one or more whole bars where the file does not say its space. */
export async function importStickFile(
  book: BookDatabase,
  text: string,
): Promise<{ readonly ok: true; readonly count: ImportCount } | Extract<StickFileReading, { ok: false }>> {
  const read = readStickFile(text);
  if (!read.ok) return read;
  const { countStyle } = await loadPreferences(book);
  const now = Date.now();
  const fills = read.lines.map((line) => {
    const content = makeContent({ ...line, countStyle });
    const row = { id: crypto.randomUUID(), createdAt: now, updatedAt: now };
    return { ...row, content: line.window ? content : { ...content, window: wholeBars(content) } };
  });
  return { ok: true, count: await importBook(book, { ...EMPTY_BOOK, fills }) };
}

function wholeBars(content: FillContent): FillContent["window"] {
  const { start } = content.window;
  const bar = barTicks(content.meter as Meter);
  const { end } = layOut(toPhrase(content));
  const bars = Math.min(MAX_WINDOW_BARS, Math.max(1, Math.ceil((end - start) / bar)));
  return { start, length: ticks(bars * bar) };
}
