/** A drawing as an SVG file that needs no font: signs and letters are outlines, so it looks the same everywhere. */

import { type Drawing, type Face, type Ink, round, type Tone } from "./ink";
import { outlineOf, wordsWidth } from "./type";

/** Outlines of letters by face, in thousandths of the type size. */
export type Letters = Readonly<Record<Face, Readonly<Record<string, string>>>>;

export interface SvgColours {
  readonly ink: string;
  readonly tones: Readonly<Record<Tone, string>>;
  /** Behind everything; null for none. */
  readonly paper: string | null;
}

export const ON_PAPER: SvgColours = {
  ink: "#1c1a17",
  tones: { quiet: "#5d6167", bracket: "#8a4b22", label: "#2f6b5e" },
  paper: "#ffffff",
};

export async function loadLetters(): Promise<Letters> {
  return (await import("./outlines/letters.json", { with: { type: "json" } })).default;
}

/** The whole file, `scale` times as large as on the screen. Throws on a letter that there is no outline of. */
export function toSvg(drawing: Drawing, letters: Letters, title: string, colours = ON_PAPER, scale = 1): string {
  const { width, height, systems } = drawing;
  const body = systems.map(({ y, ink }) => {
    const shapes = ink.map((one) => printInk(one, letters, colours)).join("");
    return `<g transform="translate(0 ${round(y)})">${shapes}</g>`;
  });
  const paper = colours.paper ? `<rect width="${width}" height="${height}" fill="${colours.paper}"/>` : "";
  return (
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}" ` +
    `width="${round(width * scale)}" height="${round(height * scale)}" role="img">` +
    `<title>${escapeXml(title)}</title>${paper}<g fill="${colours.ink}">${body.join("")}</g></svg>\n`
  );
}

function printInk(ink: Ink, letters: Letters, { ink: plain, tones }: SvgColours): string {
  const colour = ink.tone ? tones[ink.tone] : plain;
  if (ink.shape === "path") {
    const look = ink.line === null ? `fill="${colour}"` : `fill="none" stroke="${colour}" stroke-width="${ink.line}"`;
    return `<path d="${ink.d}" ${look}/>`;
  }
  const place = `transform="translate(${round(ink.x)} ${round(ink.y)}) scale(${ink.size / 1000})"`;
  if (ink.shape === "sign") return `<path ${place} fill="${colour}" d="${outlineOf(ink.code) ?? ""}"/>`;
  return `<path ${place} fill="${colour}" d="${outlineWords(ink.text, ink.face, letters)}"/>`;
}

/** One path for all letters, each moved to its place. */
function outlineWords(text: string, face: Face, letters: Letters): string {
  let x = 0;
  let d = "";
  for (const letter of text) {
    const outline = letters[face][letter];
    if (outline === undefined) throw new RangeError(`no outline of “${letter}”`);
    d += shiftPath(outline, x);
    x += wordsWidth(letter, 1000, face);
  }
  return d;
}

function shiftPath(d: string, by: number): string {
  if (by === 0) return d;
  return d.replace(/([MLCQ])([^MLCQZ]*)/g, (_, command: string, numbers: string) => {
    const values = numbers.trim().split(/\s+/).map(Number);
    return command + values.map((value, index) => (index % 2 === 0 ? round(value + by) : value)).join(" ");
  });
}

function escapeXml(text: string): string {
  return text.replace(/[&<>"]/g, (sign) => `&#${sign.codePointAt(0)};`);
}
