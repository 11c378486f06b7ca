import type { CountStyle } from "~/core/pulse";
import { barTicks, type Meter, ticks } from "~/core/time";
import { layOut } from "~/core/timeline";
import { type BookContents, EMPTY_BOOK } from "~/library/kinds";
import { MAX_WINDOW_BARS, toPhrase } from "~/library/phrase/phrase";
import { type FillContent, makeContent } from "./content";
import { readStickFile, type StickFileReading } from "./stick-file";

/** Turns each stick line of a text file into a fill; with whole bars if the file doesn't give its space. */
export function readFillsOfLines(
  text: string,
  countStyle: CountStyle,
  onProgress: (share: number) => void,
): { readonly ok: true; readonly contents: BookContents } | Extract<StickFileReading, { ok: false }> {
  // Reading the lines and creating the fills take about equally long.
  const read = readStickFile(text, (share) => onProgress(share / 2));
  if (!read.ok) return read;
  const now = Date.now();
  const fills = read.lines.map((line, index) => {
    onProgress(0.5 + index / read.lines.length / 2);
    const content = makeContent({ ...line, countStyle });
    const row = { id: crypto.randomUUID(), createdAt: now, updatedAt: now };
    return { ...row, content: line.window ? content : { ...content, window: wholeBars(content) } };
  });
  return { ok: true, contents: { ...EMPTY_BOOK, fills } };
}

function wholeBars(content: FillContent): FillContent["window"] {
  const { start } = content.window;
  const bar = barTicks(content.meter as Meter);
  const { end } = layOut(toPhrase(content));
  const bars = Math.min(MAX_WINDOW_BARS, Math.max(1, Math.ceil((end - start) / bar)));
  return { start, length: ticks(bars * bar) };
}
