import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { arrange, layOutGroove, measureForm, plainGroove, type Setting } from "~/core/groove";
import { anyLine } from "~/core/testing/arbitraries";
import { lineOf } from "~/core/testing/lines";
import { runs } from "~/core/testing/seed";
import { LEFT_CRASH, USUAL } from "~/core/testing/settings";
import { barTicks, bpm, type Meter, parseMeter, ticks } from "~/core/time";
import { layOut } from "~/core/timeline";
import { makeFormScore } from "./form-score";
import type { RepeatStyle } from "./notation";
import type { StaffBar, WrittenVoice } from "./score";
import { barSounds } from "./testing";

interface Given {
  readonly text: string;
  readonly groove?: string;
  readonly meter?: string;
  readonly window?: readonly [number, number];
  readonly setting?: Partial<Setting>;
  readonly feetBelow?: boolean;
}

function scoreOf(
  { text, groove, meter: meterText = "4/4", window, setting, feetBelow = false }: Given,
  repeats: RepeatStyle = "written",
): StaffBar[] {
  const meter = parseMeter(meterText) as Meter;
  const [start, length] = window ?? [0, barTicks(meter)];
  const whole = { ...USUAL, ...setting };
  const timeline = layOut({
    meter,
    tempo: bpm(90),
    window: { start: ticks(start), length: ticks(length) },
    line: lineOf(text),
  });
  const played = groove ? { ...plainGroove(meter), line: lineOf(groove) } : plainGroove(meter);
  const arrangement = arrange(timeline, played, whole, LEFT_CRASH);
  const laid = layOutGroove(played, meter, bpm(90));
  return makeFormScore(timeline, laid, arrangement, measureForm(timeline, whole), whole, {
    countStyle: "beats",
    feetBelow,
    repeats,
  });
}

/** "8KR 8 qr": values with their strokes, "r" for rests. */
function words(voice: WrittenVoice | null | undefined): string {
  return (voice?.notes ?? [])
    .map(({ value, heads, sticking }) => `${value.name}${value.dots ? "." : ""}${heads.length ? sticking : "_"}`)
    .join(" ");
}

const GROOVE = "@2 (R/hhK)R/hh (R/hh>L)R/hh (R/hhK)(R/hhK) (R/hh>L)R/hh";

describe("groove and fill, worked out by hand", () => {
  const bars = scoreOf({ text: "@4 RLRRLx3 K", groove: GROOVE });
  test("the groove's hands are above, its feet below, and continuing parts are written that way", () => {
    expect(words(bars[0])).toBe("8R 8R 8RL 8R 8R 8R 8RL 8R");
    expect(words(bars[0]?.lower)).toBe("qK q_ 8K 8K q_");
    expect(bars[0]?.label?.text).toBe("groove");
  });
  test("the fill's hands and feet are one voice; the crash answers on one", () => {
    expect(words(bars[1])).toBe(Array.from("RLRRLRLRRLRLRRLK", (limb) => `16${limb}`).join(" "));
    expect(bars[1]?.lower).toBeNull();
    expect(bars[1]?.label).toEqual({ text: "fill", note: 0 });
    expect(words(bars[2])).toBe("qLK");
    expect(bars[2]?.notes[0]?.heads.map(({ place }) => place)).toEqual(["c1", "kk"]);
  });
  test("the fill's feet can have their own stems", () => {
    const [, fill] = scoreOf({ text: "@4 RLKKx4", groove: GROOVE, feetBelow: true });
    expect(words(fill)).toBe("16R 8.L 16R 8.L 16R 8.L 16R 8.L");
    expect(words(fill?.lower)).toBe("8_ 16K 16K 8_ 16K 16K 8_ 16K 16K 8_ 16K 16K");
  });
  test("parts that continue under the fill are below it", () => {
    const [, fill] = scoreOf({ text: "@4 RLRLx4", groove: GROOVE, setting: { foot: "off-beats", kickOnBeats: true } });
    expect(words(fill?.lower)).toBe("8K 8H 8K 8H 8K 8H 8K 8H");
    expect(words(fill)).not.toContain("K");
  });
  test("feet that continue throughout share a voice with the groove's own", () => {
    const setting = { foot: "two-and-four", feetIn: "throughout" } as const;
    const [first, fill] = scoreOf({ text: "@4 RLRLx4", groove: GROOVE, setting });
    expect(words(first?.lower)).toBe("qK qH 8K 8K qH");
    expect(words(fill?.lower)).toBe("q_ qH q_ qH");
  });
  test("half a bar: groove and fill share the bar; brackets over the cells", () => {
    const bars2 = scoreOf({
      text: "@4 RLK RLRLK",
      groove: GROOVE,
      window: [20_160, 20_160],
      setting: { grooveBars: 0 },
    });
    expect(words(bars2[0])).toBe("8R 8R 8RL 8R 16R 16L 16K 16R 16L 16R 16L 16K");
    expect(bars2[0]?.label).toEqual({ text: "fill", note: 4 });
    expect(bars2[0]?.brackets).toEqual([
      { size: 3, from: 4, to: 6, opens: true, closes: true },
      { size: 5, from: 7, to: 11, opens: true, closes: true },
    ]);
  });
  test("a fill that enters between the groove's slots cuts the previous one", () => {
    // On the e of three: the eighth on three becomes a sixteenth.
    const bars2 = scoreOf({ text: "@4 RLRLRLR", groove: GROOVE, window: [22_680, 17_640], setting: { grooveBars: 0 } });
    expect(words(bars2[0])).toBe("8R 8R 8RL 8R 16R 16R 16L 16R 16L 16R 16L 16R");
  });
  test("a double line before the fill, repeat signs around the loop, a final one after the landing", () => {
    expect(bars.map(({ opens, closes }) => [opens, closes])).toEqual([
      ["repeat", "double"],
      ["plain", "repeat"],
      ["plain", "final"],
    ]);
  });
  test("groove bars once, with their number of times, or with repeat signs", () => {
    const given = { text: "@4 RLRRLx3 K", groove: GROOVE, setting: { grooveBars: 3 } };
    const folded = scoreOf(given, "times");
    expect(folded.map(({ number, times }) => [number, times])).toEqual([
      [0, 3],
      [3, null],
      [4, null],
    ]);
    expect(scoreOf(given, "one").map(({ likeBefore }) => likeBefore)).toEqual([null, "one", "one", null, null]);
  });
  test("a hard stop is a bar's rest; with stops, bars have a stroke on one", () => {
    const stopped = scoreOf({ text: "@4 RLRLx4", groove: GROOVE, setting: { ending: "stop", stops: true } });
    expect(words(stopped[0])).toBe("qR q_ h_");
    expect(words(stopped[2])).toBe("w_");
    expect(stopped).toHaveLength(3);
  });
  test("in 5/4, and sixteenth triplets over 7/8", () => {
    const five = scoreOf({ text: "@4 >RLRLKx4", meter: "5/4" });
    expect(five).toHaveLength(3);
    expect(five[1]?.brackets.map(({ size }) => size)).toEqual([5, 5, 5, 5]);
    const seven = scoreOf({ text: "@6 RLRLLKKx3", meter: "7/8" });
    expect(seven[1]?.tuplets.map(({ notes }) => notes)).toEqual([6, 6, 6, 3]);
  });
});

test("any fill in any form: each bar is full in both voices, and every stroke is written once", () => {
  const settings = fc.record({
    grooveBars: fc.integer({ min: 0, max: 3 }),
    stops: fc.boolean(),
    ending: fc.constantFrom("crash" as const, "stop" as const, "straight" as const),
    foot: fc.constantFrom("none" as const, "quarters" as const, "off-beats" as const),
    feetIn: fc.constantFrom("fill" as const, "throughout" as const),
    kickOnBeats: fc.boolean(),
  });
  fc.assert(
    fc.property(anyLine, settings, fc.integer({ min: 0, max: 3 }), fc.boolean(), (line, given, beat, feetBelow) => {
      const meter = parseMeter("4/4") as Meter;
      const window = { start: ticks(beat * 10_080), length: ticks(40_320 - beat * 10_080) };
      const timeline = layOut({ meter, tempo: bpm(90), window, line });
      fc.pre(timeline.events.length < 300);
      const setting = { ...USUAL, ...given };
      const groove = plainGroove(meter);
      const arrangement = arrange(timeline, groove, setting, LEFT_CRASH);
      const bars = makeFormScore(
        timeline,
        layOutGroove(groove, meter, bpm(90)),
        arrangement,
        measureForm(timeline, setting),
        setting,
        {
          countStyle: "beats",
          feetBelow,
        },
      );
      const fillNotes = bars
        .flatMap((bar) => [...bar.notes, ...(bar.lower?.notes ?? [])])
        .filter(({ slot, heads }) => slot !== null && heads.length > 0);
      const strokes = timeline.events.filter(({ grace }) => grace === undefined).length;
      expect(fillNotes.reduce((sum, { heads }) => sum + heads.length, 0)).toBe(strokes);
      for (const { lower } of bars)
        if (lower && lower.refusedAt === null) expect(barSounds(lower)).toBeCloseTo(40_320, 6);
    }),
    runs(60),
  );
});
