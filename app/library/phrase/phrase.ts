/** A phrase as stored: a line of text and its bars, with a name and tags. Fills and grooves are phrases. */

import { formatLine, readStickLine } from "~/core/line";
import { type Line, makeLine, type Phrase } from "~/core/phrase";
import { barTicks, type Meter } from "~/core/time";
import type { PhraseContent } from "./schema";

export const MAX_NAME = 120;
export const MAX_TAGS = 12;
export const MAX_TAG = 32;
export const MAX_WINDOW_BARS = 64;
/** Text is kept even if it is too long to read. */
export const MAX_KEPT_TEXT = 400_000;

export type { PhraseContent } from "./schema";

/** The line that is drawn and played. */
export function lastValidLine(content: Pick<PhraseContent, "goodText">): Line {
  return readStickLine(content.goodText).line ?? makeLine([]);
}

export function toPhrase(content: PhraseContent, line: Line = lastValidLine(content)): Phrase {
  const { tempo, window, voicing } = content;
  const phrase = { meter: content.meter as Meter, tempo, window, line };
  return voicing ? { ...phrase, voicing } : phrase;
}

/** A phrase from a valid line of text, with one bar of 4/4 and other defaults. */
export function makePhraseContent(given: Partial<PhraseContent> & { text: string }) {
  const meter = given.meter ?? { beats: 4, unit: 4 };
  return {
    name: "",
    tags: [],
    goodText: given.text,
    meter,
    tempo: 90,
    window: { start: 0, length: barTicks(meter) },
    countStyle: "beats",
    ...given,
  } as const;
}

/** The canonical line, or the typed one if it is invalid. */
export function canonicalLine(content: Pick<PhraseContent, "text" | "goodText">): string {
  return content.text === content.goodText ? formatLine(lastValidLine(content)) : content.text;
}
