import { describe, expect, test } from "vitest";
import { findCeiling } from "../player/ceiling";
import { arrangementOf, BAR, notesOf, positions, QUARTER, timelineOf } from "../testing/arranging";
import { FOUR_PIECE, WORKING } from "../testing/kits";
import { lineOf } from "../testing/lines";
import { EIGHTHS, LEFT_CRASH, USUAL } from "../testing/settings";
import { barTicks, type Meter, parseMeter } from "../time/time";
import type { TimelineEvent } from "../timeline/timeline";
import { arrange } from "./arrange";
import { type Groove, plainGroove } from "./groove";
import { circumstancesOf } from "./ostinato";
import type { Setting } from "./setting";

describe("under the fill", () => {
  const ostinato = (setting: Partial<Setting>, text = "@4 RLRLx4", groove = EIGHTHS) => {
    const arrangement = arrangementOf(text, setting, [0, BAR], groove);
    return notesOf(arrangement, "under").map(({ at, limb }) => `${at / QUARTER - 4}${limb}`);
  };
  test("hi-hat foot ostinatos", () => {
    expect(ostinato({ foot: "quarters" })).toEqual(["0H", "1H", "2H", "3H"]);
    expect(ostinato({ foot: "two-and-four" })).toEqual(["1H", "3H"]);
    expect(ostinato({ foot: "off-beats" })).toEqual(["0.5H", "1.5H", "2.5H", "3.5H"]);
    expect(ostinato({ foot: "eighths" })).toHaveLength(8);
    expect(ostinato({ kickOnBeats: true })).toEqual(["0K", "1K", "2K", "3K"]);
  });
  test("a limb that the line needs plays the line", () => {
    expect(ostinato({ foot: "quarters", kickOnBeats: true }, "@1 KRHR")).toEqual(["0H", "1H", "1K", "2K", "3H", "3K"]);
  });
  test("an ostinato can continue through the groove, beside the groove's own feet", () => {
    const feet = (feetIn: Setting["feetIn"], groove: Groove = EIGHTHS) => {
      const setting = { ...USUAL, foot: "quarters", kickOnBeats: true, feetIn } as const;
      const arrangement = arrange(timelineOf("@4 RLRLx4"), groove, setting, LEFT_CRASH);
      const all = arrangement.notes.filter(({ limb, role }) => (limb === "H" || limb === "K") && role !== "crash");
      return (limb: string) => all.filter((note) => note.limb === limb).map(({ at }) => at / QUARTER);
    };
    expect(feet("fill")("H")).toEqual([4, 5, 6, 7]);
    expect(feet("throughout")("H")).toEqual([0, 1, 2, 3, 4, 5, 6, 7]);
    // The groove already has the bass drum on one and three, so they aren't struck twice.
    expect(feet("fill")("K")).toEqual([0, 2, 4, 5, 6, 7]);
    expect(feet("throughout")("K")).toEqual([0, 1, 2, 3, 4, 5, 6, 7]);
    expect(feet("throughout", { ...EIGHTHS, line: lineOf("@2 -H-H-H-H") })("H").slice(0, 8)).toEqual([
      0, 0.5, 1, 1.5, 2, 2.5, 3, 3.5,
    ]);
  });
  test("the whole groove can continue under a fill; limbs that the fill needs leave it", () => {
    const arrangement = arrange(timelineOf("@4 ----R---"), EIGHTHS, { ...USUAL, during: "groove" }, LEFT_CRASH);
    const told = arrangement.notes
      .filter(({ at, role }) => at >= BAR && role !== "crash")
      .map(({ at, limb, role }) => `${(at - BAR) / QUARTER}${limb} ${role}`);
    expect(told).toContain("0R under");
    expect(told).toContain("0K under");
    expect(told).toContain("1L under");
    expect(told).toContain("1R fill");
    expect(told).not.toContain("1R under");
  });
  test("what the groove keeps: its backbeat, its foot, or 2 and 4 if it has none", () => {
    expect(ostinato({ during: "backbeat" })).toEqual(["1L", "3L"]);
    expect(ostinato({ during: "foot" })).toEqual(["1H", "3H"]);
    const foot: Groove = { ...EIGHTHS, line: lineOf("@2 -H-H-H-H") };
    expect(ostinato({ during: "foot" }, "@4 RLRLx4", foot)).toEqual(["0.5H", "1.5H", "2.5H", "3.5H"]);
  });
  test("in 6/8 the foot plays dotted quarters, off-beats are the last of each three; in 7/8 it restarts each bar", () => {
    const feet = (meter: string, foot: Setting["foot"]) => {
      const parsed = parseMeter(meter) as Meter;
      const timeline = timelineOf("@2 RL", [0, 2 * barTicks(parsed)], parsed);
      const arrangement = arrange(timeline, plainGroove(parsed), { ...USUAL, grooveBars: 0, foot }, LEFT_CRASH);
      return positions(arrangement, "under").map((at) => at * 2);
    };
    expect(feet("6/8", "quarters")).toEqual([0, 3, 6, 9]);
    expect(feet("6/8", "off-beats")).toEqual([2, 5, 8, 11]);
    expect(feet("7/8", "quarters")).toEqual([0, 2, 4, 6, 7, 9, 11, 13]);
  });
});

describe("what a fill plays over affects its top tempo", () => {
  const top = (text: string, setting: Partial<Setting>, groove: readonly TimelineEvent[] = []) => {
    const timeline = timelineOf(text);
    const ostinato = circumstancesOf(timeline, { ...USUAL, ...setting }, groove, FOUR_PIECE);
    return findCeiling(timeline, WORKING, ostinato)?.bpm ?? Number.POSITIVE_INFINITY;
  };
  const swung = { feel: { swing: { unit: 2, share: 2 / 3 }, push: {} } } as const;
  test("worked out by hand: swing shortens every second gap", () => {
    const { double, single } = WORKING.limits.limbs.R;
    expect(top("@2 RRRR", {})).toBeCloseTo(60 / (double + single), 9);
    expect(top("@2 RRRR", swung)).toBeCloseTo(20 / double, 9);
    // A fill that doesn't follow the groove's feel is straight, and triplets never swing.
    expect(top("@2 RRRR", { ...swung, follows: false })).toBe(top("@2 RRRR", {}));
    expect(top("@3 RRRRRR", swung)).toBe(top("@3 RRRRRR", {}));
  });
  test("an ostinato's feet are strokes, unless the line has them anyway", () => {
    const offs = "@2 -K-K-K-K-K-K-K-K-K-K";
    expect(top(offs, { kickOnBeats: true })).toBeLessThan(top(offs, {}));
    expect(top("@1 KKKK", { kickOnBeats: true })).toBe(top("@1 KKKK", {}));
    expect(top("@4 RLRLx4", { foot: "quarters" })).toBeLessThanOrEqual(top("@4 RLRLx4", {}));
    const line = "@4 -HRL-HRL-HRL-HRL";
    expect(top(line, { foot: "eighths" })).toBeLessThan(top(line, {}));
  });
  test("so are the feet of a continuing groove", () => {
    const groove = timelineOf("@2 K-KKK-KK").events;
    const offs = "@4 --K---K---K---K-";
    expect(top(offs, { during: "groove" }, [...groove])).toBeLessThanOrEqual(top(offs, {}));
    const quick = "@4 -K---K---K---K--";
    expect(top(quick, { during: "groove" }, [...groove])).toBeLessThan(top(quick, {}));
    expect(top(quick, { during: "nothing" }, [...groove])).toBe(top(quick, {}));
  });
});
