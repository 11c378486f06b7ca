/** A drawing as an SVG file without fonts: signs and letters are outlines, so it looks the same everywhere. */

import { type Drawing, type Face, type Ink, type InkTone, type PathInk, round, type WordsInk } from "./ink";
import { outlineOf, wordsWidth } from "./type";

/** Letter outlines by face, in thousandths of the type size. */
export type Letters = Readonly<Record<Face, Readonly<Record<string, string>>>>;

export interface SvgColours {
  readonly ink: string;
  readonly tones: Readonly<Record<InkTone, string>>;
  /** Background; null for none. */
  readonly paper: string | null;
}

export const ON_PAPER: SvgColours = {
  ink: "#1c1a17",
  tones: {
    nickel: "#5d6167",
    copper: "#8a4b22",
    verdigris: "#2f6b5e",
    oxblood: "#8c2f2a",
    tray: "#e9e7e2",
    paper: "#ffffff",
  },
  paper: "#ffffff",
};

export async function loadLetters(): Promise<Letters> {
  return (await import("./outlines/letters.json", { with: { type: "json" } })).default;
}

/** Ink that is moved and scaled together. */
export interface InkGroup {
  readonly x: number;
  readonly y: number;
  readonly scale: number;
  readonly ink: readonly Ink[];
}

export interface SvgPicture {
  readonly title: string;
  readonly width: number;
  readonly height: number;
  readonly groups: readonly InkGroup[];
}

export function pictureOf(title: string, { width, height, systems }: Drawing): SvgPicture {
  return { title, width, height, groups: systems.map(({ y, ink }) => ({ x: 0, y, scale: 1, ink })) };
}

/** The whole file, scaled by `scale`. Letters that our fonts lack use the reader's fonts. */
export function toSvg(picture: SvgPicture, letters: Letters, colours = ON_PAPER, scale = 1): string {
  const { title, width, height, groups } = picture;
  const body = groups.map(({ x, y, scale: by, ink }) => {
    const shapes = ink.map((one) => printInk(one, letters, colours)).join("");
    const size = by === 1 ? "" : ` scale(${by})`;
    return `<g transform="translate(${round(x)} ${round(y)})${size}">${shapes}</g>`;
  });
  const paper = colours.paper ? `<rect width="${width}" height="${height}" fill="${colours.paper}"/>` : "";
  return (
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}" ` +
    `width="${round(width * scale)}" height="${round(height * scale)}" role="img">` +
    `<title>${escapeXml(title)}</title>${paper}<g fill="${colours.ink}">${body.join("")}</g></svg>\n`
  );
}

/** How to paint a path, as SVG attributes. */
export function paintOf(path: PathInk, colour: string, paper: string): Record<string, string | number> {
  if (path.line === null) return { fill: colour };
  return {
    fill: path.isHollow ? paper : path.isFilled ? colour : "none",
    stroke: colour,
    "stroke-width": path.line,
    ...(path.dash ? { "stroke-dasharray": path.dash.join(" ") } : {}),
    ...(path.isRound ? { "stroke-linecap": "round", "stroke-linejoin": "round" } : {}),
  };
}

function printInk(ink: Ink, letters: Letters, { ink: plain, tones, paper }: SvgColours): string {
  const colour = ink.tone ? tones[ink.tone] : plain;
  if (ink.shape === "path") {
    const look = Object.entries(paintOf(ink, colour, paper ?? "#ffffff")).map(([name, value]) => `${name}="${value}"`);
    return `<path d="${ink.d}" ${look.join(" ")}/>`;
  }
  if (ink.shape === "words" && !hasOutlines(ink, letters)) {
    const { x, y, size, face, text } = ink;
    const type = `font-family="sans-serif" font-size="${round(size)}" font-weight="${face.split("-")[1]}"`;
    return `<text x="${round(x)}" y="${round(y)}" ${type} fill="${colour}">${escapeXml(text)}</text>`;
  }
  const place = `transform="translate(${round(ink.x)} ${round(ink.y)}) scale(${ink.size / 1000})"`;
  if (ink.shape === "sign") return `<path ${place} fill="${colour}" d="${outlineOf(ink.code) ?? ""}"/>`;
  return `<path ${place} fill="${colour}" d="${outlineWords(ink.text, ink.face, letters)}"/>`;
}

function hasOutlines({ text, face }: WordsInk, letters: Letters): boolean {
  return [...text].every((letter) => letters[face][letter] !== undefined);
}

/** One path for all letters, each at its position. */
function outlineWords(text: string, face: Face, letters: Letters): string {
  let x = 0;
  let d = "";
  for (const letter of text) {
    d += shiftPath(letters[face][letter] ?? "", x);
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
