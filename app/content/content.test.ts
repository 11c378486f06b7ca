import { parseMidi } from "midi-file";
import { describe, expect, test } from "vitest";
import { measureFit } from "~/core/fit";
import { CYMBALS } from "~/core/kit";
import { formatSlots, readStickLine } from "~/core/line";
import { oneLead } from "~/core/moves";
import { type CellItem, mirrorLine, openingRate, playItems } from "~/core/phrase";
import { strokesOf } from "~/core/stroke";
import { lineOf } from "~/core/testing/lines";
import { barTicks, bpm, type Meter, ticks } from "~/core/time";
import { layOut } from "~/core/timeline";
import { writeTimelineMidi } from "~/formats/midi";
import { grooveOver } from "~/library/groove/groove";
import { toPhrase } from "~/library/phrase/phrase";
import { loadGrooves, loadRudiments, loadStarter, type RudimentEntry } from ".";
import { loadDemoBook } from "./demo-book";
import { grooveSchema } from "./schema";

const RUDIMENTS = loadRudiments();

function cellsOf(rudiment: RudimentEntry): CellItem[] {
  return playItems(lineOf(rudiment.line)).flatMap((item) => (item.kind === "cell" ? [item.item] : []));
}
const strokesIn = (cell: CellItem) => cell.slots.flatMap(strokesOf);
const sticking = (cell: CellItem) =>
  strokesIn(cell)
    .map((stroke) => stroke.limb)
    .join("");
function named(id: string): RudimentEntry {
  const found = RUDIMENTS.find((rudiment) => rudiment.id === id);
  if (!found) throw new Error(id);
  return found;
}

describe("the forty rudiments", () => {
  test("are forty, numbered 1 to 40, in four families", () => {
    expect(RUDIMENTS.map((rudiment) => rudiment.number)).toEqual(Array.from({ length: 40 }, (_, index) => index + 1));
    for (const [family, size] of [
      ["roll", 15],
      ["diddle", 4],
      ["flam", 11],
      ["drag", 10],
    ] as const) {
      expect(RUDIMENTS.filter((rudiment) => rudiment.family === family)).toHaveLength(size);
    }
    expect(new Set(RUDIMENTS.map((rudiment) => rudiment.id)).size).toBe(40);
  });
  test.each(RUDIMENTS)("$name lays out, uses hands only, and ends on a beat or half a beat", (rudiment) => {
    const meter = rudiment.meter;
    const timeline = layOut({
      meter,
      tempo: bpm(80),
      window: { start: ticks(0), length: barTicks(meter) },
      line: lineOf(rudiment.line),
    });
    expect(timeline.events.length).toBeGreaterThan(0);
    expect(timeline.events.every((event) => event.limb === "R" || event.limb === "L")).toBe(true);
    expect(timeline.end % 5_040).toBe(0);
    expect(timeline.barChecks.every((check) => check.offBy === 0)).toBe(true);
  });
  test.each(RUDIMENTS.filter((rudiment) => rudiment.strokes !== undefined))(
    "$name has $strokes strokes in each lead",
    (rudiment) => {
      for (const cell of cellsOf(rudiment)) expect(strokesIn(cell)).toHaveLength(rudiment.strokes ?? 0);
    },
  );
  test("stroke rolls are doubles with an accented end", () => {
    for (const [id, singles] of [
      ["five", 1],
      ["seven", 1],
      ["nine", 1],
      ["ten", 2],
      ["eleven", 1],
      ["thirteen", 1],
      ["fifteen", 1],
      ["seventeen", 1],
    ] as const) {
      const cell = cellsOf(named(`${id}-stroke-roll`))[0] as CellItem;
      const strokes = strokesIn(cell);
      const doubles = strokes.slice(0, strokes.length - singles);
      for (let index = 0; index < doubles.length; index += 2) {
        expect(doubles[index]?.limb).toBe(doubles[index + 1]?.limb);
        expect(doubles[index]?.limb).not.toBe(doubles[index + 2]?.limb);
      }
      expect(strokes.slice(-singles).every((stroke) => stroke.level === "accent")).toBe(true);
    }
  });
  test.each([
    ["single-paradiddle", ["RLRR", "LRLL"]],
    ["double-paradiddle", ["RLRLRR", "LRLRLL"]],
    ["triple-paradiddle", ["RLRLRLRR", "LRLRLRLL"]],
    ["single-paradiddle-diddle", ["RLRRLL", "RLRRLL"]],
    ["flam-accent", ["RLR", "LRL"]],
    ["flam-tap", ["RRLL", "RRLL"]],
    ["flamacue", ["RLRLR", "LRLRL"]],
    ["single-flammed-mill", ["RRLR", "LLRL"]],
    ["swiss-army-triplet", ["RRL", "RRL"]],
    ["inverted-flam-tap", ["RLLR", "RLLR"]],
    ["flam-drag", ["RLLR", "LRRL"]],
    ["single-drag-tap", ["RL", "LR"]],
    ["lesson-25", ["RLR", "RLR"]],
    ["single-dragadiddle", ["RRLRR", "LLRLL"]],
    ["drag-paradiddle-1", ["RRLRR", "LLRLL"]],
    ["drag-paradiddle-2", ["RRRLRR", "LLLRLL"]],
    ["single-ratamacue", ["RLRL", "LRLR"]],
    ["triple-ratamacue", ["RRRLRL", "LLLRLR"]],
  ])("%s is %j", (id, cells) => expect(cellsOf(named(id)).map(sticking)).toEqual(cells));
  test("flams have one grace note, drags two, other families none", () => {
    for (const rudiment of RUDIMENTS) {
      const graces = new Set(
        cellsOf(rudiment)
          .flatMap(strokesIn)
          .map((stroke) => stroke.graces)
          .filter((count) => count > 0),
      );
      const expected =
        rudiment.family === "flam"
          ? [1]
          : rudiment.family === "drag" && rudiment.id !== "single-dragadiddle"
            ? [2]
            : [];
      expect([rudiment.id, ...graces]).toEqual([rudiment.id, ...expected]);
    }
  });
  test("those with two leads are written with both: the second mirrors the first", () => {
    const sameLead = new Set([
      "single-stroke-roll",
      "single-stroke-four",
      "multiple-bounce-roll",
      "triple-stroke-roll",
      "double-stroke-open-roll",
      "six-stroke-roll",
      "seven-stroke-roll",
      "ten-stroke-roll",
      "eleven-stroke-roll",
      "fifteen-stroke-roll",
      "single-paradiddle-diddle",
      "flam-tap",
      "pataflafla",
      "swiss-army-triplet",
      "inverted-flam-tap",
      "lesson-25",
    ]);
    for (const rudiment of RUDIMENTS.filter(({ id }) => !sameLead.has(id))) {
      const [right, left] = cellsOf(rudiment);
      if (!right || !left) throw new Error(rudiment.id);
      const mirrored = mirrorLine([right])[0] as CellItem;
      expect([rudiment.id, formatSlots(left.slots)]).toEqual([rudiment.id, formatSlots(mirrored.slots)]);
    }
  });
});

test.each(RUDIMENTS)("$name goes into a MIDI file with all its strokes", ({ line, meter, strokes = 2 }) => {
  const window = { start: ticks(0), length: barTicks(meter as Meter) };
  const timeline = layOut({ meter: meter as Meter, tempo: bpm(90), window, line: lineOf(line) });
  const { tracks } = parseMidi(writeTimelineMidi(timeline, "x"));
  const notes = tracks[0]?.filter(({ type }) => type === "noteOn").length;
  expect(notes).toBe(timeline.events.length);
  expect(notes).toBeGreaterThanOrEqual(strokes);
});

describe("the demo's book", () => {
  const { fills, cells, rudiments } = loadDemoBook(1_700_000_000_000);
  test("has at least twelve fills of several meters, rates and sizes, no two alike", () => {
    expect(fills.length).toBeGreaterThanOrEqual(12);
    expect(
      new Set(fills.map(({ content }) => `${content.meter.beats}/${content.meter.unit}`)).size,
    ).toBeGreaterThanOrEqual(5);
    expect(new Set(fills.map(({ content }) => content.text)).size).toBe(fills.length);
    expect(new Set(fills.map(({ id }) => id)).size).toBe(fills.length);
  });
  test("has own cells: no two the same, made of rudiments by recipes that name them", () => {
    expect(new Set(cells.map(({ content }) => content.text)).size).toBe(cells.length);
    const known = new Map(loadRudiments().map((rudiment) => [rudiment.id, rudiment]));
    const derived = cells.filter(({ content }) => content.origin.source !== null);
    expect(derived.length).toBeGreaterThanOrEqual(6);
    for (const { content } of derived) {
      const line = readStickLine(known.get(content.origin.source ?? "")?.line ?? "").line ?? [];
      expect(content.origin.text).toBe(formatSlots(oneLead(line)));
    }
    for (const mark of rudiments) expect(known.has(mark.id)).toBe(true);
  });
  test("fits its windows, except for two that are there to be fixed", () => {
    const verdicts = fills.map(({ content }) => {
      const phrase = toPhrase(content);
      return measureFit(layOut(phrase), openingRate(phrase.line)).verdict;
    });
    expect(verdicts.filter((verdict) => verdict !== "fits")).toEqual(["short", "short"]);
  });
});

test("the demo's fills suit their grooves in meter and tempo", () => {
  const { fills, grooves } = loadDemoBook(1_700_000_000_000);
  const own = grooves.map(({ id, content }) => ({ id, ...content }));
  const all = [...own, ...loadGrooves()];
  for (const { content } of fills) {
    const groove = all.find(({ id }) => id === content.groove);
    expect(groove?.meter, content.name).toEqual(content.meter);
    expect(content.tempo, content.name).toBeGreaterThanOrEqual(groove?.slowest ?? Number.NaN);
    expect(content.tempo, content.name).toBeLessThanOrEqual(groove?.fastest ?? Number.NaN);
  }
  for (const groove of own) expect(grooveOver(groove), groove.name).toBe(0);
});

test("shipped grooves cover every promised feel and meter", () => {
  const grooves = loadGrooves();
  const meters = new Set(grooves.map(({ meter }) => `${meter.beats}/${meter.unit}`));
  for (const meter of ["4/4", "3/4", "6/8", "5/4", "7/8"]) expect(meters).toContain(meter);
  expect(grooves.filter(({ feel }) => feel.swing?.unit === 2).length).toBeGreaterThanOrEqual(2);
  expect(grooves.some(({ feel }) => feel.swing?.unit === 4)).toBe(true);
  const latin = grooves.find(({ id }) => id === "latin-two-bars");
  expect(playItems(lineOf(latin?.line ?? "")).length).toBeGreaterThan(4);
});

test("shipped grooves accent drums only, and never ghost a cymbal played with a stick", () => {
  const demo = loadDemoBook(1_700_000_000_000).grooves.map(({ content }) => content.text);
  for (const text of [...loadGrooves().map(({ line }) => line), ...demo]) {
    const strokes = playItems(lineOf(text)).flatMap((played) =>
      played.kind === "cell" ? played.item.slots.flatMap((slot) => strokesOf(slot)) : [],
    );
    const onCymbals = strokes.filter(({ place }) => place !== undefined && CYMBALS.includes(place));
    expect(onCymbals.length + strokes.filter(({ place }) => place === undefined).length, text).toBeGreaterThan(0);
    // The train beat and the second line accent the snare too.
    expect(
      onCymbals.every(({ level }) => level === "normal"),
      text,
    ).toBe(true);
  }
});

test("grooves fill whole bars, and any other is refused", () => {
  expect(loadGrooves().length).toBeGreaterThanOrEqual(4);
  const [groove] = loadGrooves();
  expect(grooveSchema.safeParse(groove).success).toBe(true);
  expect(grooveSchema.safeParse({ ...groove, line: "@2 RLR" }).success).toBe(false);
});

test("the starter fits its bar", () => {
  const phrase = toPhrase(loadStarter());
  expect(measureFit(layOut(phrase), openingRate(phrase.line)).verdict).toBe("fits");
});
