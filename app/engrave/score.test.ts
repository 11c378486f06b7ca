import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { readStickLine } from "~/core/line";
import { anyLine, anyMeter } from "~/core/testing/arbitraries";
import { barTicks, bpm, parseMeter, ticks } from "~/core/time";
import { layOut } from "~/core/timeline";
import { makeScore, type StaffBar } from "./score";
import { soundingTicks } from "./testing";
import { spellValue } from "./voice";

function scoreOf(text: string, meterText = "4/4", window?: readonly [number, number]): StaffBar[] {
  const { line } = readStickLine(text);
  const meter = parseMeter(meterText);
  if (!line || !meter) throw new Error(text);
  const [start, length] = window ?? [0, barTicks(meter)];
  const timeline = layOut({ meter, tempo: bpm(90), window: { start: ticks(start), length: ticks(length) }, line });
  return makeScore(timeline, timeline.slots, "beats");
}
/** "16 8. qr": values in order, rests marked. */
function values(bar: StaffBar | undefined): string {
  return (bar?.notes ?? [])
    .map((note) => `${note.value.name}${note.value.dots ? "." : ""}${note.heads.length ? "" : "r"}`)
    .join(" ");
}

describe("hand-worked", () => {
  test.each([
    ["@4 >RlrrL >RlrrL RLRRLK", "4/4", "16 16 16 16 16 16 16 16 16 16 16 16 16 16 16 16"],
    ["@8 RRLL>R--- LLRR>L---", "2/4", "32 32 32 32 8 32 32 32 32 8"],
    ["@8 RRLLRRLL>R-------", "2/4", "32 32 32 32 32 32 32 32 q"],
    ["@4 R--LR-L-RL--R---", "4/4", "8. 16 8 8 16 8. q"],
    ["@2 R--R", "2/4", "q 8r 8"],
    ["@3 RLL @6 RLRL--", "2/4", "8 8 8 16 16 16 8"],
    ["@3 R--", "1/4", "q"],
    ["@5 RLRRL", "1/4", "16 16 16 16 16"],
    ["@4 R{LL}RL", "1/4", "16 32 32 16 16"],
    ["@4 RLRRLL", "6/8", "16 16 16 16 16 16 q.r"],
    ["@3/2 RLR", "2/4", "q q q"],
  ])("%s in %s is %s", (text, meter, expected) => expect(values(scoreOf(text, meter)[0])).toBe(expected));
  test("tuplets: threes, sixes, fives, and shared slots inside them", () => {
    const tuplets = (text: string, meter: string) =>
      scoreOf(text, meter)[0]?.tuplets.map(({ from, to, notes, inTimeOf }) => [from, to, notes, inTimeOf]);
    expect(tuplets("@3 RLL RLL", "2/4")).toEqual([
      [0, 2, 3, 2],
      [3, 5, 3, 2],
    ]);
    expect(tuplets("@6 RLRLRL", "1/4")).toEqual([[0, 5, 6, 4]]);
    expect(tuplets("@6 RLRL--", "1/4")).toEqual([[0, 2, 3, 2]]);
    expect(tuplets("@5 RLRRL", "1/4")).toEqual([[0, 4, 5, 4]]);
    expect(tuplets("@4 {RLR}LRL", "1/4")).toEqual([[0, 2, 3, 2]]);
    expect(tuplets("@3 {RLR}LR", "1/4")).toEqual([
      [0, 2, 3, 2],
      [0, 4, 3, 2],
    ]);
  });
  test("a window in the second half has rests before it", () => {
    expect(values(scoreOf("@4 RLRK LRLK", "4/4", [20_160, 20_160])[0])).toBe("qr qr 16 16 16 16 16 16 16 16");
  });
  test("a pickup from the and of three", () => {
    expect(values(scoreOf("@4 RLRRLK", "4/4", [25_200, 15_120])[0])).toBe("qr qr 8r 16 16 16 16 16 16");
  });
  test("graces, accents, sticking, ghosts and rim shots are told of each note", () => {
    const notes = scoreOf("@4 '>Rl(!RK)-", "1/4")[0]?.notes;
    expect(notes?.map(({ graces, accent, sticking }) => [graces, accent, sticking])).toEqual([
      [1, true, "R"],
      [0, false, "l"],
      [0, true, "RK"],
    ]);
    expect(notes?.[1]?.heads).toEqual([{ place: "sn", ghost: true, technique: "plain" }]);
    expect(notes?.[2]?.heads.map(({ place, technique }) => [place, technique])).toEqual([
      ["sn", "rim-shot"],
      ["kk", "plain"],
    ]);
  });
  test("beams: over a beat, over pairs of eighths in odd meters", () => {
    expect(scoreOf("@4 RLRLRLRL", "2/4")[0]?.notes.map((note) => note.beam)).toEqual([0, 0, 0, 0, 1, 1, 1, 1]);
    expect(scoreOf("@2 RLRLRLR", "7/8")[0]?.notes.map((note) => note.beam)).toEqual([0, 0, 1, 1, 2, 2, 2]);
    expect(scoreOf("@2 RLRLRL", "6/8")[0]?.notes.map((note) => note.beam)).toEqual([0, 0, 0, 1, 1, 1]);
  });
  test("an empty bar is one rest", () => expect(values(scoreOf("@4")[0])).toBe("wr"));
  test("what values there are", () => {
    expect(spellValue(15_120)).toEqual({ name: "q", dots: 1 });
    expect(spellValue(1_000)).toBeNull();
  });
});

test("each bar's notes and rests last as long as the bar, for any phrase that keeps to bar lines", () => {
  fc.assert(
    fc.property(anyMeter, anyLine, (meter, line) => {
      const timeline = layOut({ meter, tempo: bpm(90), window: { start: ticks(0), length: barTicks(meter) }, line });
      // A slot that lies over a bar line is written whole in the bar where it begins.
      const bar = barTicks(meter);
      const crosses = timeline.slots.some(
        (slot) => Math.floor(slot.at / bar) !== Math.floor((slot.at + slot.duration - 1) / bar),
      );
      // Rests before and after are broken to what stands on the sixteenth grid.
      fc.pre(!crosses && timeline.slots.length < 400 && timeline.end % 315 === 0);
      for (const staffBar of makeScore(timeline, timeline.slots, "beats")) {
        if (staffBar.counts.length === 0) continue;
        expect(soundingTicks(staffBar)).toBeCloseTo(bar, 6);
      }
    }),
    { numRuns: 300 },
  );
});

test("every stroke of the phrase is a head of the score, once", () => {
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
