/** Pages as pictures to download: one file for one page, an archive for several. */

import type { InkPage, Sheet } from "~/ink/page";
import { download, fileName } from "~/ui/download";

/** Their size on paper at 96 dots per inch, times this. */
export const PNG_SCALES = [1, 2, 3, 4] as const;
export type PngScale = (typeof PNG_SCALES)[number];

const DOTS_PER_MILLIMETRE = 96 / 25.4;

async function svgOf({ title, width, height, units }: Sheet, page: InkPage): Promise<string> {
  const { loadLetters, ON_PAPER, toSvg } = await import("~/ink/svg");
  return toSvg(
    { title, width, height, groups: page.groups },
    await loadLetters(),
    ON_PAPER,
    DOTS_PER_MILLIMETRE / units,
  );
}

export async function saveSvg(sheet: Sheet): Promise<void> {
  await save(sheet, ".svg", "image/svg+xml", async (page) => new TextEncoder().encode(await svgOf(sheet, page)));
}

export async function savePng(sheet: Sheet, scale: PngScale): Promise<void> {
  const { paintPng } = await import("~/ui/png");
  const size = {
    width: Math.round((sheet.width / sheet.units) * DOTS_PER_MILLIMETRE * scale),
    height: Math.round((sheet.height / sheet.units) * DOTS_PER_MILLIMETRE * scale),
  };
  await save(sheet, ".png", "image/png", async (page) => paintPng(await svgOf(sheet, page), size));
}

async function save(sheet: Sheet, extension: string, type: string, make: (page: InkPage) => Promise<Uint8Array>) {
  const [first] = sheet.pages;
  if (first && sheet.pages.length === 1) {
    download(fileName(sheet.title, extension), (await make(first)).slice().buffer as ArrayBuffer, type);
    return;
  }
  const { zipSync } = await import("fflate");
  const files: Record<string, Uint8Array> = {};
  for (const [index, page] of sheet.pages.entries()) {
    files[fileName(`${sheet.title} ${index + 1}`, extension)] = await make(page);
  }
  // Pictures are stored uncompressed: they would hardly shrink.
  const archive = zipSync(files, { level: extension === ".svg" ? 6 : 0 });
  download(fileName(sheet.title, ".zip"), archive.slice().buffer as ArrayBuffer, "application/zip");
}
