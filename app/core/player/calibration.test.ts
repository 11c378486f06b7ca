import { describe, expect, test } from "vitest";
import { kitOf } from "../testing/kits";
import { lineOf } from "../testing/lines";
import { barTicks, bpm, type Meter, ticks } from "../time/time";
import { layOut } from "../timeline/timeline";
import { type Ceiling, findCeiling } from "./ceiling";
import { limitsOf, PLAYER_LEVELS, type PlayerLevel } from "./limits";
import { makePlayer } from "./player";

/**
 * Ranges from teaching practice for learner, working and advanced players; snare and pedals of a five-piece kit unless
 * stated.
 */
type Range = readonly [least: number, most: number];
const CALIBRATION: readonly (readonly [
  figure: string,
  text: string,
  learner: Range,
  working: Range,
  advanced: Range,
])[] = [
  ["singles, sixteenths, hand to hand", "@4 RLRLx16", [90, 120], [150, 180], [190, 235]],
  ["doubles, sixteenths", "@4 RRLLx16", [80, 110], [140, 175], [185, 235]],
  ["paradiddle, sixteenths", "@4 RLRRLRLLx8", [80, 112], [135, 172], [175, 225]],
  ["right hand, eighths", "@2 Rx32", [130, 175], [190, 230], [245, 310]],
  ["left hand, eighths", "@2 Lx32", [130, 175], [190, 230], [245, 310]],
  ["right hand, sixteenths", "@4 Rx64", [58, 82], [95, 116], [118, 155]],
  ["left hand, sixteenths", "@4 Lx64", [58, 82], [95, 116], [118, 155]],
  ["one foot, eighths without end", "@2 Kx64", [105, 145], [155, 195], [200, 245]],
  ["two kicks as sixteenths, once a beat", "@4 KK--x16", [75, 102], [108, 142], [145, 185]],
  ["two pedals, sixteenths", "@4 KHx32", [78, 112], [135, 172], [180, 225]],
  ["RLK as sixteenth triplets", "@6 RLKx16", [55, 82], [98, 122], [132, 172]],
  ["RLKK as sixteenths", "@4 RLKKx16", [70, 98], [110, 138], [145, 185]],
  ["linear RLKH as sixteenths", "@4 RLKHx16", [85, 122], [145, 205], [195, 245]],
  ["open roll as sixteenths", "@4 {RR}{LL}x16", [55, 78], [88, 116], [118, 148]],
  ["closed roll, one a sixteenth", "@4 ~R~Lx16", [60, 85], [95, 135], [130, 165]],
  ["flam taps, sixteenths", "@4 'RR'LLx16", [52, 74], [92, 122], [135, 172]],
  [
    "four each on snare, tom 1, tom 2, floor tom, sixteenths",
    "@4 [R/snL/snR/snL/sn R/t1L/t1R/t1L/t1 R/t2L/t2R/t2L/t2 R/f1L/f1R/f1L/f1]x4",
    [72, 102],
    [128, 164],
    [168, 215],
  ],
];

/** Our own figures: we compared the model's results with our expectations, and these tests keep them. */
const JUDGED: readonly string[] = [
  "@4 RLRLRLRL --------",
  "@8 RLRLx4",
  "@6 RLRLRLx8",
  "@6 RLLRLLx8",
  "@4 RLLRx8",
  "@4 RRLRLLx8",
  "@6 {RR}{LL}x16",
  "@4 RLRLKKx8",
  "@6 RLKKx8",
  "@4 (RK)L(RK)Lx8",
  "@4 (RK)(LK)x8",
  "@8 KHKHx8",
  "@4 >RlrlK-x8",
  "@3 RLKx16",
  "@4 'RL'RLx8",
  "@4 ''R-''L-x8",
  "@4 R/hhL/hhR/hhL/snx8",
  "@4 R/hhL/snR/hhL/snx8",
  "@4 R/t1L/f1R/t1L/f1x8",
  "@4 R/c1L/snR/snL/sn =R/c1---x4",
];

describe("compared with practice", () => {
  const FIVE_PIECE = kitOf("sn", "t1", "t2", "f1", "kk", "hp", "hh", "rd", "c1", "c2");
  const meter: Meter = { beats: 4, unit: 4 };
  const ofLevel = (text: string, level: PlayerLevel): Ceiling => {
    const window = { start: ticks(0), length: barTicks(meter) };
    const timeline = layOut({ meter, tempo: bpm(100), window, line: lineOf(text) }, FIVE_PIECE);
    const found = findCeiling(timeline, makePlayer(FIVE_PIECE, limitsOf(level, "R")));
    if (!found) throw new Error("no ceiling");
    return found;
  };
  test.each([...CALIBRATION])("%s", (_figure, text, learner, working, advanced) => {
    const ranges = { learner, working, advanced };
    for (const level of PLAYER_LEVELS) {
      const [least, most] = ranges[level];
      const { bpm: found } = ofLevel(text, level);
      expect(found, level).toBeGreaterThanOrEqual(least);
      expect(found, level).toBeLessThanOrEqual(most);
    }
  });
  test("twenty more", () => {
    const judged = JUDGED.map((text) => {
      const all = PLAYER_LEVELS.map((level) => Math.floor(ofLevel(text, level).bpm));
      return `${text}: ${all.join(" ")} (${ofLevel(text, "working").bottleneck.kind})`;
    });
    expect(judged).toMatchInlineSnapshot(`
      [
        "@4 RLRLRLRL --------: 128 197 256 (coordination)",
        "@8 RLRLx4: 52 81 105 (coordination)",
        "@6 RLRLRLx8: 69 107 139 (coordination)",
        "@6 RLLRLLx8: 63 98 127 (singles)",
        "@4 RLLRx8: 95 158 211 (double)",
        "@4 RRLRLLx8: 95 158 211 (double)",
        "@6 {RR}{LL}x16: 43 67 87 (bounce)",
        "@4 RLRLKKx8: 88 124 165 (double)",
        "@6 RLKKx8: 59 83 110 (double)",
        "@4 (RK)L(RK)Lx8: 101 162 209 (coordination)",
        "@4 (RK)(LK)x8: 63 88 111 (singles)",
        "@8 KHKHx8: 48 76 100 (coordination)",
        "@4 >RlrlK-x8: 115 180 233 (coordination)",
        "@3 RLKx16: 136 215 279 (coordination)",
        "@4 'RL'RLx8: 66 98 127 (singles)",
        "@4 ''R-''L-x8: 133 197 236 (singles)",
        "@4 R/hhL/hhR/hhL/snx8: 95 159 209 (move)",
        "@4 R/hhL/snR/hhL/snx8: 103 162 209 (coordination)",
        "@4 R/t1L/f1R/t1L/f1x8: 103 162 209 (coordination)",
        "@4 R/c1L/snR/snL/sn =R/c1---x4: 61 102 133 (choke)",
      ]
    `);
  });
});
