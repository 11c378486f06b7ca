/**
 * Pictures of the kit's sounds: time to the right, 40 Hz to 20 kHz upwards, light is loud. Written to
 * docs/decisions/026-spectra.png. Run with `npm run bench -- spectra`.
 */

import { readFileSync } from "node:fs";
import { chromium } from "@playwright/test";
import FFT from "fft.js";
import type { SoundWanted } from "../app/audio/kit-sounds";
import { synthesise } from "../app/audio/synthesis";
import { readTakes } from "../app/audio/takes-file";
import { CHROMIUM_ARGS, findChromium } from "../scripts/chromium.mjs";

const RATE = 44_100;
const SIZE = 2_048;
const HOP = 256;
const SECONDS = 1.2;
const ROWS = 150;
const LOWEST = 40;
const HIGHEST = 20_000;
/** From black to white. Decibels. */
const RANGE = { floor: -105, ceiling: -25 } as const;

const takes = readTakes(readFileSync("app/audio/takes/cymbals.wav"));

type Wish = Pick<SoundWanted, "kit" | "place" | "level"> & Partial<SoundWanted>;
const SHOWN: readonly (readonly [name: string, wish: Wish])[] = [
  ["snare, ghost", { kit: "studio", place: "sn", level: "ghost" }],
  ["snare, normal", { kit: "studio", place: "sn", level: "normal" }],
  ["snare, accent", { kit: "studio", place: "sn", level: "accent" }],
  ["snare, rim shot", { kit: "studio", place: "sn", level: "accent", technique: "rim-shot" }],
  ["snare, buzz", { kit: "studio", place: "sn", level: "normal", technique: "buzz" }],
  ["tom 1, accent", { kit: "studio", place: "t1", level: "accent" }],
  ["floor tom, accent", { kit: "studio", place: "f1", level: "accent" }],
  ["floor tom, ghost", { kit: "studio", place: "f1", level: "ghost" }],
  ["bass drum, accent", { kit: "studio", place: "kk", level: "accent" }],
  ["cross-stick", { kit: "studio", place: "cs", level: "accent" }],
  ["closed hi-hat (Studio)", { kit: "studio", place: "hh", level: "normal" }],
  ["half-open (Studio)", { kit: "studio", place: "hf", level: "normal" }],
  ["open (Studio)", { kit: "studio", place: "ho", level: "normal" }],
  ["ride (Studio)", { kit: "studio", place: "rd", level: "normal" }],
  ["bell (Studio)", { kit: "studio", place: "rb", level: "normal" }],
  ["closed hi-hat (Drawn)", { kit: "drawn", place: "hh", level: "normal" }],
  ["half-open (Drawn)", { kit: "drawn", place: "hf", level: "normal" }],
  ["open (Drawn)", { kit: "drawn", place: "ho", level: "normal" }],
  ["ride (Drawn)", { kit: "drawn", place: "rd", level: "normal" }],
  ["bell (Drawn)", { kit: "drawn", place: "rb", level: "normal" }],
  ["crash, ghost (Studio)", { kit: "studio", place: "c1", level: "ghost" }],
  ["crash, accent (Studio)", { kit: "studio", place: "c1", level: "accent" }],
  ["second crash (Studio)", { kit: "studio", place: "c2", level: "accent" }],
  ["china (Studio)", { kit: "studio", place: "ch", level: "accent" }],
  ["splash (Studio)", { kit: "studio", place: "sp", level: "accent" }],
  ["crash, accent (Drawn)", { kit: "drawn", place: "c1", level: "accent" }],
  ["china (Drawn)", { kit: "drawn", place: "ch", level: "accent" }],
  ["splash (Drawn)", { kit: "drawn", place: "sp", level: "accent" }],
  ["snare (Pad)", { kit: "pad", place: "sn", level: "accent" }],
  ["crash (Pad)", { kit: "pad", place: "c1", level: "accent" }],
];

/** Rows of shades from 0 to 255, high frequencies first. */
function spectrum(samples: Float32Array): number[][] {
  const fft = new FFT(SIZE);
  const [padded, out] = [new Float64Array(SIZE), new Float64Array(2 * SIZE)];
  const columns = Math.ceil((SECONDS * RATE) / HOP);
  const rows = Array.from({ length: ROWS }, () => new Array<number>(columns).fill(0));
  for (let column = 0; column < columns; column++) {
    for (let index = 0; index < SIZE; index++) {
      const window = 0.5 - 0.5 * Math.cos((2 * Math.PI * index) / SIZE);
      padded[index] = (samples[column * HOP + index - SIZE / 2] ?? 0) * window;
    }
    fft.realTransform(out, padded);
    for (const [row, shades] of rows.entries()) {
      const frequency = LOWEST * (HIGHEST / LOWEST) ** ((ROWS - 1 - row) / (ROWS - 1));
      const bin = Math.min(SIZE / 2 - 1, Math.round((frequency * SIZE) / RATE));
      const decibels = 20 * Math.log10(Math.hypot(out[2 * bin] ?? 0, out[2 * bin + 1] ?? 0) / (SIZE / 4) + 1e-9);
      shades[column] = Math.round(
        255 * Math.max(0, Math.min(1, (decibels - RANGE.floor) / (RANGE.ceiling - RANGE.floor))),
      );
    }
  }
  return rows;
}

const pictures = SHOWN.map(([name, wish]) => ({
  name,
  rows: spectrum(synthesise({ technique: "plain", variation: 0, scale: 1, isWeak: false, ...wish }, RATE, takes)),
}));
const browser = await chromium.launch({ executablePath: findChromium(), args: CHROMIUM_ARGS });
const page = await browser.newPage({ viewport: { width: 1_100, height: 1_096 } });
await page.setContent(
  `<body style="margin:0;padding:8px;background:#f4f1ea;color:#26231e;font:13px sans-serif;display:grid;grid-template-columns:repeat(5,1fr);gap:8px"></body>`,
);
await page.evaluate((all) => {
  for (const { name, rows } of all) {
    const canvas = document.createElement("canvas");
    const width = rows[0]?.length ?? 0;
    canvas.width = width;
    canvas.height = rows.length;
    canvas.style.cssText = "width:100%;height:150px;display:block";
    const picture = canvas.getContext("2d");
    const image = picture?.createImageData(width, rows.length);
    if (!picture || !image) continue;
    for (const [row, shades] of rows.entries()) {
      for (const [column, shade] of shades.entries())
        image.data.set([shade, shade, shade, 255], (row * width + column) * 4);
    }
    picture.putImageData(image, 0, 0);
    const frame = document.createElement("div");
    frame.append(name, canvas);
    document.body.append(frame);
  }
}, pictures);
await page.screenshot({ path: "docs/decisions/026-spectra.png", fullPage: true });
await browser.close();
console.log(`${pictures.length} pictures in docs/decisions/026-spectra.png`);
