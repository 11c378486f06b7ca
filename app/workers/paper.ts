/** Pages off the main thread: composed for display and printing, and as files. To cancel, end the worker. */

import display400 from "@fontsource/bricolage-grotesque/files/bricolage-grotesque-latin-400-normal.woff?url";
import display600 from "@fontsource/bricolage-grotesque/files/bricolage-grotesque-latin-600-normal.woff?url";
import displayExt400 from "@fontsource/bricolage-grotesque/files/bricolage-grotesque-latin-ext-400-normal.woff?url";
import displayExt600 from "@fontsource/bricolage-grotesque/files/bricolage-grotesque-latin-ext-600-normal.woff?url";
import sans400 from "@fontsource/instrument-sans/files/instrument-sans-latin-400-normal.woff?url";
import sans600 from "@fontsource/instrument-sans/files/instrument-sans-latin-600-normal.woff?url";
import sansExt400 from "@fontsource/instrument-sans/files/instrument-sans-latin-ext-400-normal.woff?url";
import sansExt600 from "@fontsource/instrument-sans/files/instrument-sans-latin-ext-600-normal.woff?url";
import line400 from "@fontsource/martian-mono/files/martian-mono-latin-400-normal.woff?url";
import lineExt400 from "@fontsource/martian-mono/files/martian-mono-latin-ext-400-normal.woff?url";
import { expose, transfer } from "comlink";
import { PAINTED, type PaintedText, type PdfFonts } from "~/formats/pdf";
import type { Face } from "~/ink/ink";
import type { Sheet } from "~/ink/page";
import { fillSheet } from "~/paper/fill-sheet";
import { lessonSheet, type PaperLesson } from "~/paper/lesson-sheet";
import type { SheetSetup } from "~/paper/page";
import type { PaperFill, PaperPlayer } from "~/paper/read-fill";

export interface PaperRequest {
  readonly of:
    | { readonly kind: "fill"; readonly fill: PaperFill }
    | { readonly kind: "lesson"; readonly lesson: PaperLesson };
  readonly who: PaperPlayer;
  readonly setup: SheetSetup;
}

const FONTS: Readonly<Record<Face, Readonly<Record<"latin" | "latin-ext", string>>>> = {
  "display-600": { latin: display600, "latin-ext": displayExt600 },
  "display-400": { latin: display400, "latin-ext": displayExt400 },
  "sans-600": { latin: sans600, "latin-ext": sansExt600 },
  "sans-400": { latin: sans400, "latin-ext": sansExt400 },
  "line-400": { latin: line400, "latin-ext": lineExt400 },
};

function compose({ of, who, setup }: PaperRequest): Sheet {
  return of.kind === "fill" ? fillSheet(of.fill, who, setup) : lessonSheet(of.lesson, who, setup);
}

const paper = {
  compose,
  /** The bytes of a PDF file. */
  pdf: async (request: PaperRequest, onProgress: (share: number) => void): Promise<Uint8Array> => {
    const [{ writePdf }, fonts] = await Promise.all([import("~/formats/pdf"), loadFonts()]);
    const file = await writePdf(compose(request), { fonts, paintText, made: new Date(), onProgress });
    return transfer(file, [file.buffer]);
  },
};
export type PaperMaker = typeof paper;

async function loadFonts(): Promise<PdfFonts> {
  const load = async (address: string) => {
    const response = await fetch(address);
    if (!response.ok) throw new Error(`a font could not be loaded (${response.status})`);
    return new Uint8Array(await response.arrayBuffer());
  };
  const faces = await Promise.all(
    Object.entries(FONTS).map(async ([face, files]) => {
      const [latin, more] = await Promise.all([load(files.latin), load(files["latin-ext"])]);
      return [face, { latin, "latin-ext": more }] as const;
    }),
  );
  return Object.fromEntries(faces) as PdfFonts;
}

/** Pixels per page pixel: sharp on paper. */
const SHARPNESS = 4;

/** Letters of other scripts, in a font of the player's system. */
async function paintText(text: string, { size, width, isBold, colour }: PaintedText): Promise<Uint8Array | null> {
  if (typeof OffscreenCanvas === "undefined") return null;
  const height = size * (PAINTED.above + PAINTED.below);
  const canvas = new OffscreenCanvas(Math.ceil(width * SHARPNESS), Math.ceil(height * SHARPNESS));
  const context = canvas.getContext("2d");
  if (!context) return null;
  context.scale(SHARPNESS, SHARPNESS);
  context.font = `${isBold ? 600 : 400} ${size}px sans-serif`;
  context.fillStyle = colour;
  context.fillText(text, 0, size * PAINTED.above, width);
  return new Uint8Array(await (await canvas.convertToBlob({ type: "image/png" })).arrayBuffer());
}

expose(paper);
