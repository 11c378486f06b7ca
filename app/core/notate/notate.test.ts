import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { formatLine } from "../line";
import { pulseOf } from "../pulse";
import { lineOf } from "../testing/lines";
import { barTicks, bpm, type Meter, parseMeter, ticks } from "../time";
import { layOut, type Timeline } from "../timeline";
import { findGrid, notate, type ReadNote } from ".";

const meterOf = (text: string): Meter => parseMeter(text) ?? { beats: 4, unit: 4 };
const FOUR = meterOf("4/4");

function lay(text: string, meter = FOUR): Timeline {
  return layOut({ meter, tempo: bpm(90), window: { start: ticks(0), length: barTicks(meter) }, line: lineOf(text) });
}

function notesOf({ events }: Timeline, withLimbs: boolean): ReadNote[] {
  return events
    .filter(({ grace }) => grace === undefined)
    .map(({ at, place, level, technique, graces, limb }) => ({
      at,
      place,
      level,
      technique,
      graces: graces as ReadNote["graces"],
      limb: withLimbs ? limb : null,
    }));
}

/** What is played, when and on which surface: everything that a file of notes contains. */
function heard({ events }: Timeline) {
  return events
    .filter(({ grace }) => grace === undefined)
    .map(({ at, limb, place, level, graces }) => ({ at, limb, place, level, graces }));
}

function read(timeline: Timeline, withLimbs = true, near = 0) {
  const { meter } = timeline;
  const bar = barTicks(meter);
  const end = Math.max(1, Math.ceil(timeline.end / bar)) * bar;
  return notate(notesOf(timeline, withLimbs), { pulse: pulseOf(meter), end, near, leading: "R" });
}

describe("exact notes", () => {
  test.each([
    ["@4 >RlrrL >RlrrL RLRRLK", "4/4"],
    ["@6 RLRRLK RLKx6", "4/4"],
    ["@3 RLRx4", "4/4"],
    ["@3/2 RLR @4 RLRL RLRL", "4/4"],
    ["@5 RLRRL @4 RLRL @7 RLRLRLK @2 RL", "4/4"],
    ["@4 R/hh(R/hhK)L(R/c1K) H(RL)- 'R''LRL -RLR", "4/4"],
    ["@4 RLRRLLK RLRRLLK", "7/8"],
    ["@4 RLRLRL >RLK>RLK", "6/8"],
    ["@8 RLRLRLRL @4 RLRL", "2/4"],
  ])("%s in %s sound the same when they are read again", (text, meterText) => {
    const meter = meterOf(meterText);
    const timeline = lay(text, meter);
    const { line, moved, guessed, dropped } = read(timeline);
    expect(heard(lay(formatLine(line), meter))).toEqual(heard(timeline));
    expect([moved, guessed, dropped]).toEqual([0, 0, 0]);
  });

  test("are written simply: whole beats, and one note value if it holds both", () => {
    expect(formatLine(read(lay("@4 RLRLx2 @2 RLRL")).line)).toBe("@4 RLRLx2 R-L-x2");
    expect(formatLine(read(lay("@4 RLRL RLRK @3 RLRx2")).line)).toBe("@4 RLRL RLRK @3 RLRx2");
  });

  test("bars of any beats are read as they sound", () => {
    const sign = fc.constantFrom("R", "L", "K", ">R", "l", "-", "(RK)", "R/hh", "'L", "H", "R/t1");
    const beat = fc
      .constantFrom(1, 2, 3, 4, 5, 6, 7, 8, 9)
      .chain((rate) =>
        fc.array(sign, { minLength: rate, maxLength: rate }).map((signs) => `@${rate} ${signs.join("")}`),
      );
    fc.assert(
      fc.property(fc.array(beat, { minLength: 1, maxLength: 12 }), (beats) => {
        const timeline = lay(beats.join(" "));
        const { line, moved, guessed, dropped } = read(timeline);
        expect(heard(lay(formatLine(line)))).toEqual(heard(timeline));
        expect([moved, guessed, dropped]).toEqual([0, 0, 0]);
      }),
    );
  });
});

describe("performed notes", () => {
  test("slightly early or late go onto the grid, with the distance reported", () => {
    const timeline = lay("@4 RLRRLK RLRRLKRLRL");
    const loose = notesOf(timeline, true).map((note, index) => ({ ...note, at: note.at + ((index * 37) % 201) - 100 }));
    const found = notate(loose, { pulse: pulseOf(FOUR), end: barTicks(FOUR), near: 400, leading: "R" });
    expect(heard(lay(formatLine(found.line)))).toEqual(heard(timeline));
    expect(found.moved).toBeGreaterThan(10);
    expect(found.farthest).toBeLessThanOrEqual(100);
  });

  test("a note just before a beat belongs to it", () => {
    const found = notate(
      [0, 9_900, 20_300, 30_240].map((at) => ({
        at,
        place: "sn",
        level: "normal",
        technique: "plain",
        graces: 0,
        limb: null,
      })),
      { pulse: pulseOf(FOUR), end: barTicks(FOUR), near: 400, leading: "R" },
    );
    expect(formatLine(found.line)).toBe("@1 R L R L");
  });
});

describe("unwritten hands", () => {
  test("go hand to hand from the leading one; feet follow the instrument", () => {
    const { line, guessed } = read(lay("@4 RRRK RR(RK)H RLLK -RR-"), false);
    expect(formatLine(line)).toBe("@4 RLRK LR(LK)H RLRK -LR-");
    expect(guessed).toBe(11);
  });
  test("in unisons, the leading hand keeps time", () => {
    expect(formatLine(read(lay("@2 (R/hhL)R/hh(R/hhL)R/hhx2"), false).line)).toContain("(R/hhL)");
  });
  test("notes without a free hand are left out and reported", () => {
    const note = { level: "normal", technique: "plain", graces: 0, limb: null } as const;
    const notes = (["sn", "t1", "f1", "kk"] as const).map((place) => ({ ...note, place, at: 0 }));
    const { line, dropped } = notate(notes, { pulse: pulseOf(FOUR), end: barTicks(FOUR), near: 0, leading: "R" });
    expect(dropped).toBe(1);
    expect(formatLine(line)).toBe("@1 (RL/t1K) -x3");
  });
});

test("a grid without notes has one slot per beat", () => {
  expect(findGrid([], barTicks(FOUR), pulseOf(FOUR), 0).map(({ slots }) => slots)).toEqual([1, 1, 1, 1]);
});
