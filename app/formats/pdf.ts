/**
 * Pages as a PDF file: the staff as vectors, words as real text in embedded fonts, headings and pictures tagged for
 * screen readers.
 */

import PDFDocument from "pdfkit";
import type { Face, Ink, WordsInk } from "~/ink/ink";
import type { PageGroup, Sheet } from "~/ink/page";
import { ON_PAPER } from "~/ink/svg";
import { fileOf, outlineOf, wordsWidth } from "~/ink/type";

/** The bytes of each face: one file for most letters, one for the rest of Latin. */
export type PdfFonts = Readonly<Record<Face, Readonly<Record<"latin" | "latin-ext", Uint8Array>>>>;

export interface PdfOptions {
  readonly fonts: PdfFonts;
  /** Letters missing from our fonts, as a PNG picture `height` points high; null without a canvas. */
  readonly paintText: ((text: string, look: PaintedText) => Promise<Uint8Array | null>) | null;
  readonly made: Date;
  /** Called with the progress, 0 to 1. */
  readonly onProgress?: (share: number) => void;
}

export interface PaintedText {
  /** Type size in pixels, and the picture's width in the same unit. */
  readonly size: number;
  readonly width: number;
  readonly isBold: boolean;
  readonly colour: string;
}

const POINTS_PER_MILLIMETRE = 72 / 25.4;
/** How far a picture of letters extends above and below the baseline, as a share of the type size. */
export const PAINTED = { above: 1, below: 0.35 };
const TAGS = { h1: "H1", h2: "H2", text: "P", figure: "Figure" } as const;

type Document = InstanceType<typeof PDFDocument>;

export async function writePdf(sheet: Sheet, options: PdfOptions): Promise<Uint8Array> {
  const { title, width, height, units, pages } = sheet;
  const scale = POINTS_PER_MILLIMETRE / units;
  const document = new PDFDocument({
    autoFirstPage: false,
    margin: 0,
    size: [width * scale, height * scale],
    // The package accepts bytes here too; its types only allow names.
    font: bytesOf(options.fonts["sans-400"].latin) as unknown as string,
    info: { Title: title, Creator: "Dime Stack", Producer: "Dime Stack", CreationDate: options.made },
    lang: "en",
    displayTitle: true,
    tagged: true,
    pdfVersion: "1.7",
  });
  const file = collect(document);
  for (const [face, files] of Object.entries(options.fonts)) {
    for (const [name, bytes] of Object.entries(files)) document.registerFont(`${face} ${name}`, bytesOf(bytes));
  }
  const painted = await paintStrangers(sheet, options);
  const root = document.struct("Document");
  document.addStructure(root);
  for (const [index, page] of pages.entries()) {
    document.addPage();
    for (const group of page.groups) writeGroup(document, root, group, scale, painted);
    options.onProgress?.((index + 1) / pages.length);
    // One page at a time, so that cancelling works.
    await new Promise((resolve) => setTimeout(resolve));
  }
  root.end();
  document.end();
  return file;
}

/** The package takes Node's buffers or plain arrays of bytes. */
function bytesOf(bytes: Uint8Array): Uint8Array {
  return typeof Buffer === "undefined" ? bytes : Buffer.from(bytes.buffer, bytes.byteOffset, bytes.byteLength);
}

function collect(document: Document): Promise<Uint8Array> {
  return new Promise((resolve, reject) => {
    const chunks: Uint8Array[] = [];
    document.on("data", (chunk: Uint8Array) => chunks.push(chunk));
    document.on("error", reject);
    document.on("end", () => {
      const file = new Uint8Array(chunks.reduce((sum, { byteLength }) => sum + byteLength, 0));
      let at = 0;
      for (const chunk of chunks) {
        file.set(chunk, at);
        at += chunk.byteLength;
      }
      resolve(file);
    });
  });
}

type Structure = ReturnType<Document["struct"]>;
/** Pictures of words missing from our fonts. */
type Painted = ReadonlyMap<WordsInk, Uint8Array>;

function writeGroup(document: Document, root: Structure, group: PageGroup, scale: number, painted: Painted) {
  const draw = () => {
    document.save();
    document.transform(group.scale * scale, 0, 0, group.scale * scale, group.x * scale, group.y * scale);
    for (const ink of group.ink) writeInk(document, ink, painted);
    document.restore();
  };
  if (group.role === "none") {
    document.markContent("Artifact", { type: "Pagination" });
    draw();
    document.endMarkedContent();
    return;
  }
  root.add(document.struct(TAGS[group.role], group.alt ? { alt: group.alt } : {}, draw));
  const [first] = group.ink;
  if (group.role === "h1" && first?.shape === "words") document.outline.addItem(first.text);
}

function writeInk(document: Document, ink: Ink, painted: Painted) {
  const colour = ink.tone ? ON_PAPER.tones[ink.tone] : ON_PAPER.ink;
  if (ink.shape === "words") return writeWords(document, ink, colour, painted);
  if (ink.shape === "sign") {
    const outline = outlineOf(ink.code);
    if (!outline) return;
    document.save();
    document.transform(ink.size / 1000, 0, 0, ink.size / 1000, ink.x, ink.y);
    document.path(outline).fill(colour);
    document.restore();
    return;
  }
  document.path(ink.d);
  if (ink.line === null) {
    document.fill(colour);
    return;
  }
  document
    .lineWidth(ink.line)
    .lineCap(ink.isRound ? "round" : "butt")
    .lineJoin(ink.isRound ? "round" : "miter");
  if (ink.dash) document.dash(ink.dash[0] ?? 1, { space: ink.dash[1] ?? 1 });
  else document.undash();
  if (ink.isHollow) document.fillAndStroke(ON_PAPER.tones.paper, colour);
  else if (ink.isFilled) document.fillAndStroke(colour, colour);
  else document.stroke(colour);
}

/** Splits words into runs, one per font. */
function writeWords(document: Document, words: WordsInk, colour: string, painted: Painted) {
  const { text, x, y, size, face, href, box } = words;
  const picture = painted.get(words);
  if (picture) {
    const height = size * (PAINTED.above + PAINTED.below);
    document.image(new Uint8Array(picture).buffer, x, y - size * PAINTED.above, {
      width: box.right - box.left,
      height,
    });
  } else {
    let at = x;
    for (const { run, file } of runsOf(text, face)) {
      document.font(`${face} ${file}`).fontSize(size).fillColor(colour);
      document.text(run, at, y, { lineBreak: false, baseline: "alphabetic" });
      at += wordsWidth(run, size, face);
    }
  }
  if (href) document.link(box.left, box.top, box.right - box.left, box.bottom - box.top, href);
}

/** Letters in neither file become question marks if they couldn't be painted. */
function runsOf(text: string, face: Face) {
  const runs: { run: string; file: "latin" | "latin-ext" }[] = [];
  for (const letter of text) {
    const found = fileOf(letter, face);
    const file = found ?? "latin";
    const shown = found ? letter : "?";
    const last = runs.at(-1);
    if (last?.file === file) last.run += shown;
    else runs.push({ run: shown, file });
  }
  return runs;
}

async function paintStrangers({ pages }: Sheet, { paintText }: PdfOptions): Promise<Painted> {
  const painted = new Map<WordsInk, Uint8Array>();
  if (!paintText) return painted;
  for (const ink of pages.flatMap(({ groups }) => groups.flatMap((group) => group.ink))) {
    if (ink.shape !== "words" || [...ink.text].every((letter) => fileOf(letter, ink.face))) continue;
    const width = ink.box.right - ink.box.left;
    const colour = ink.tone ? ON_PAPER.tones[ink.tone] : ON_PAPER.ink;
    const picture = await paintText(ink.text, { size: ink.size, width, isBold: ink.face.endsWith("600"), colour });
    if (picture) painted.set(ink, picture);
  }
  return painted;
}
