/** Text on a page, broken into lines. */

import type { Face, InkTone } from "~/ink/ink";
import type { GroupRole } from "~/ink/page";
import { ascentOf, placeWords, wordsWidth } from "~/ink/type";
import type { PagePart } from "./page";

export interface TextLook {
  readonly size: number;
  readonly face: Face;
  readonly tone?: InkTone;
  readonly href?: string;
}

export const TITLE: TextLook = { size: 30, face: "display-600" };
export const HEADING: TextLook = { size: 15, face: "display-600" };
export const BODY: TextLook = { size: 12.5, face: "sans-400" };
export const STRONG: TextLook = { size: 12.5, face: "sans-600" };
export const LABEL: TextLook = { size: 10.5, face: "sans-400" };
export const SMALL: TextLook = { size: 10.5, face: "sans-400", tone: "nickel" };
export const LINE: TextLook = { size: 11, face: "line-400" };

const LEADING = 1.32;

/** Breaks words into lines no wider than `width`. A word that is wider alone is broken where the line is full. */
export function breakLines(text: string, width: number, { size, face }: TextLook): string[] {
  const lines: string[] = [];
  for (const paragraph of text.split(/\r?\n/)) {
    let line = "";
    for (const word of paragraph.split(/\s+/).filter(Boolean)) {
      const longer = line ? `${line} ${word}` : word;
      if (wordsWidth(longer, size, face) <= width) {
        line = longer;
        continue;
      }
      if (line) lines.push(line);
      line = word;
      while (wordsWidth(line, size, face) > width && line.length > 1) {
        const fits = lettersWithin(line, width, size, face);
        lines.push(line.slice(0, fits));
        line = line.slice(fits);
      }
    }
    lines.push(line);
  }
  return lines;
}

function lettersWithin(word: string, width: number, size: number, face: Face): number {
  let [used, count] = [0, 0];
  for (const letter of word) {
    used += wordsWidth(letter, size, face);
    if (used > width) break;
    count += letter.length;
  }
  return Math.max(1, count);
}

/** Text starting at the upper left corner. */
export function setText(text: string, width: number, look: TextLook, role: GroupRole = "text"): PagePart {
  const { size, face, tone, href } = look;
  const lines = breakLines(text, width, look);
  const leading = size * LEADING;
  const placed = { kind: "text", ...(tone ? { tone } : {}) } as const;
  const ink = lines.map((line, index) => ({
    ...placeWords(line, 0, ascentOf(size) + index * leading, { size, face }, placed, false),
    ...(href ? { href } : {}),
  }));
  return { height: lines.length * leading, groups: [{ x: 0, y: 0, scale: 1, role, ink }] };
}
