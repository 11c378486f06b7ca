import { readFileSync } from "node:fs";
import { XMLValidator } from "fast-xml-parser";
import { describe, expect, test } from "vitest";
import { lineOf } from "~/core/testing/lines";
import { barTicks, bpm, parseMeter, ticks } from "~/core/time";
import { layOut } from "~/core/timeline";
import { drawStaff } from "~/engrave/draw/staff";
import { makeScore } from "~/engrave/score";
import { makeOutlines, print } from "../../scripts/outlines.mjs";
import type { Drawing } from "./ink";
import { loadLetters, ON_PAPER, pictureOf, toSvg } from "./svg";
import { outlineOf, wordsWidth } from "./type";

const METER = parseMeter("4/4");

function draw(text: string): Drawing {
  if (!METER) throw new Error("no meter");
  const window = { start: ticks(0), length: barTicks(METER) };
  const timeline = layOut({ meter: METER, tempo: bpm(90), window, line: lineOf(text) });
  const heading = { bpm: 90, unit: "q", dots: 0, swing: "8", words: "Swing, 62 %" } as const;
  const bars = makeScore(timeline, timeline.slots, "trip-let");
  return drawStaff(bars, { meter: METER, width: 760, brackets: true, heading });
}

const EVERYTHING = "@4 >'R''l!R~L <[RLRL] @3 {RLR}L- R/hoR/hhR/hf @4 =R/c1(R/chK)(L/spH/hs)R/cb";

describe("a picture that needs no font", () => {
  test("has outlines for every sign and letter, and is a well-formed file", async () => {
    const svg = toSvg(pictureOf("Six & <more>", draw(EVERYTHING)), await loadLetters());
    expect(XMLValidator.validate(svg)).toBe(true);
    expect(svg).not.toMatch(/<text|font-|@import|href|url\(/);
    expect(svg).toContain("<title>Six &#38; &#60;more&#62;</title>");
    // Nothing without ink, and only valid numbers.
    expect(svg).not.toMatch(/d=""|NaN|undefined|Infinity/);
  });

  test("has one shape per element, in the requested colours", async () => {
    const drawing = draw(EVERYTHING);
    const svg = toSvg(pictureOf("x", drawing), await loadLetters(), { ...ON_PAPER, ink: "#123456", paper: null }, 2);
    const shapes = drawing.systems.reduce((sum, { ink }) => sum + ink.length, 0);
    expect(svg.match(/<path /g)).toHaveLength(shapes);
    expect(svg).toContain("#123456");
    expect(svg).not.toContain("<rect");
    expect(svg).toContain(`viewBox="0 0 ${drawing.width} ${drawing.height}" width="${drawing.width * 2}"`);
  });

  test("uses only signs with outlines", () => {
    const codes = draw(EVERYTHING).systems.flatMap(({ ink }) =>
      ink.flatMap((one) => (one.shape === "sign" ? [one.code] : [])),
    );
    expect(codes.length).toBeGreaterThan(40);
    expect(codes.filter((code) => !outlineOf(code))).toEqual([]);
  });
});

test("stored outlines match the font packages", () => {
  const stale = Object.entries(makeOutlines()).filter(
    ([name, table]) => readFileSync(new URL(`./outlines/${name}`, import.meta.url), "utf8") !== print(table),
  );
  expect(stale.map(([name]) => name)).toEqual([]);
});

test("words are as wide as their letters", () => {
  expect(wordsWidth("", 12, "sans-400")).toBe(0);
  expect(wordsWidth("RL", 12, "display-600")).toBeCloseTo(
    wordsWidth("R", 12, "display-600") + wordsWidth("L", 12, "display-600"),
  );
  expect(wordsWidth("trip", 22, "display-400")).toBeCloseTo(2 * wordsWidth("trip", 11, "display-400"));
});
