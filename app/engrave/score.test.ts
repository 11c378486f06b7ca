import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { readStickLine } from "~/core/line";
import { ALL_STROKES, type Orchestration } from "~/core/orchestration";
import { anyLine, anyMeter } from "~/core/testing/arbitraries";
import { barTicks, bpm, parseMeter, ticks } from "~/core/time";
import { layOut } from "~/core/timeline";
import { makeScore, type StaffBar } from "./score";

function scoreOf(text: string, meterText = "4/4", window?: readonly [number, number]): StaffBar[] {
  const { line } = readStickLine(text);
  const meter = parseMeter(meterText);
  if (!line || !meter) throw new Error(text);
  const [start, length] = window ?? [0, barTicks(meter)];
  const timeline = layOut({ meter, tempo: bpm(90), window: { start: ticks(start), length: ticks(length) }, line });
  return makeScore(timeline, timeline.slots, "beats");
}
describe("annotations of notes", () => {
  test("grace notes, accents, sticking, ghosts and rim shots belong to their notes", () => {
    const notes = scoreOf("@4 '>Rl(!RK)-", "1/4")[0]?.notes;
    expect(notes?.map(({ graces, accent, sticking }) => [graces?.many ?? 0, accent, sticking])).toEqual([
      [1, true, "R"],
      [0, false, "l"],
      [0, true, "RK"],
    ]);
    expect(notes?.[1]?.heads).toEqual([{ place: "sn", ghost: true, technique: "plain", closes: false }]);
    expect(notes?.[2]?.heads.map(({ place, technique }) => [place, technique])).toEqual([
      ["sn", "rim-shot"],
      ["kk", "plain"],
    ]);
  });
});

test("every stroke of the phrase is one head in the score", () => {
  fc.assert(
    fc.property(anyMeter, anyLine, (meter, line) => {
      const timeline = layOut({ meter, tempo: bpm(90), window: { start: ticks(0), length: barTicks(meter) }, line });
      fc.pre(timeline.slots.length < 400);
      const heads = makeScore(timeline, timeline.slots, "beats").flatMap((bar) =>
        bar.notes.flatMap((note) => note.heads),
      );
      expect(heads).toHaveLength(timeline.events.filter((event) => event.grace === undefined).length);
    }),
  );
});

describe("signs of strokes", () => {
  const heads = (text: string, [start, length]: readonly [number, number] = [0, 40_320]) =>
    scoreOf(text, "4/4", [start, length]).flatMap(({ notes }) =>
      notes.flatMap(({ heads }) => heads.map(({ place, closes }) => `${place}${closes ? "+" : ""}`)),
    );
  test.each([
    ["@2 R/hhR/hoR/hhR/hh", "hh ho hh+ hh"],
    // An open hat: only the next closed one is marked, also after half-open ones.
    ["@2 R/hoR/hoR/hfR/hh", "ho ho hf hh+"],
    // The foot has closed them.
    ["@2 R/hoHR/hhR/hh", "ho hp hh hh"],
    ["@2 R/hhR/snR/hoLR/hh", "hh sn ho sn hh+"],
    // A foot splash doesn't close what a hand left open.
    ["@2 R/hoH/hsR/hh", "ho hs hh+"],
  ])("%s: hi-hats that close have a plus: %s", (text, expected) => expect(heads(text).join(" ")).toBe(expected));
  test("the plus is in the next bar if the hats close there", () => {
    expect(heads("@2 RRRR RRRR/ho R/hhR", [0, 80_640]).at(-2)).toBe("hh+");
  });
  test("grace notes have the other hand's letter, and their own drum if an orchestration gives them one", () => {
    const { line } = readStickLine("@4 'R''LRL");
    if (!line) throw new Error("cannot be read");
    const meter = { beats: 1, unit: 4 } as const;
    const window = { start: ticks(0), length: barTicks(meter) };
    const rule = { kind: "flam-split", on: "f1" } as const;
    const graces = (voicing?: Orchestration) => {
      const timeline = layOut({ meter, tempo: bpm(90), window, line, ...(voicing ? { voicing } : {}) });
      const [bar] = makeScore(timeline, timeline.slots, "beats");
      return bar?.notes
        .map(({ graces }) => (graces ? `${graces.many}${graces.sticking}/${graces.place}` : "-"))
        .join(" ");
    };
    expect(graces()).toBe("1l/sn 2r/sn - -");
    expect(graces([{ on: true, rule, filter: ALL_STROKES }])).toBe("1l/f1 2r/f1 - -");
  });
  test("a crescendo across a bar line is a hairpin in two parts that match", () => {
    const bars = scoreOf("@1 RL <[RLRL]", "4/4", [0, 80_640]);
    const hairpins = bars.map(({ hairpins }) => hairpins);
    expect(hairpins).toEqual([
      [{ from: 2, to: 3, left: 0, right: 2 / 3, opens: true, closes: false }],
      [{ from: 0, to: 1, left: 2 / 3, right: 1, opens: false, closes: true }],
    ]);
  });
  test("a diminuendo narrows; inside one bar it goes from first to last note", () => {
    expect(scoreOf("@4 RLRL >[RLRL] RLRLRLRL")[0]?.hairpins).toEqual([
      { from: 4, to: 7, left: 1, right: 0, opens: true, closes: true },
    ]);
  });
});
