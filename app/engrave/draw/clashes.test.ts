import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { loadRudiments } from "~/content";
import { arrange, layOutGroove, measureForm, plainGroove } from "~/core/groove";
import { anyLine, anyMeter } from "~/core/testing/arbitraries";
import { lineOf } from "~/core/testing/lines";
import { runs } from "~/core/testing/seed";
import { LEFT_CRASH, USUAL } from "~/core/testing/settings";
import { barTicks, bpm, formatMeter, type Meter, parseMeter, ticks } from "~/core/time";
import { layOut, type Timeline } from "~/core/timeline";
import { makeFormScore } from "../form-score";
import { REPEAT_STYLES } from "../notation";
import { makeScore } from "../score";
import { findClashes } from "./clashes";
import { drawStaff } from "./staff";

function layOutText(text: string, meterText: string): Timeline {
  const meter = parseMeter(meterText);
  if (!meter) throw new Error(meterText);
  return layOut({ meter, tempo: bpm(90), window: { start: ticks(0), length: barTicks(meter) }, line: lineOf(text) });
}

function clashes(timeline: Timeline, meter: Meter, width: number): string[] {
  const slots = timeline.slots.slice(0, 64);
  const bars = makeScore(timeline, slots, "beats").slice(0, 6);
  return findClashes(drawStaff(bars, { meter, width, brackets: true }));
}

/** Bars with crowded, high, low or overlapping elements, each in its meter. */
const PICKED: Readonly<Record<string, readonly string[]>> = {
  "4/4": [
    "@4 >RlrrL >RlrrL RLR>RL/f1K",
    "@2 R/hhR/ho(R/hhK)(R/hfL) @4 'RLR!R @3 ''RL~L",
    "@6 RLRRLLRLRLRL @5 >RLRRL @3 {RLR}L-",
    "@8 RLRLRLRL @4 RL-R @12 RLRLRLRLRLRL @2 R=L/c1",
    "@4 <[RLRLRLRL] R/c1L/chR/spR/rbR/cbR/csHH/hs",
    "@4 RL-R -R-L R--L RLR-",
    "@4 'R''L'''R'L 'R/t1'L/f1''R/c1'L (''RK)'LRL 'R''L'R''L",
    "@8 RLR~L @4 ~R~L @2 ~R @4 ~R-~L @2 ~R @1 ~R",
    "@4 RLKK RLKK (R/hhK)(r/hhl)R/hhL (R/c1K)LRL",
    "@6 RL-RLLRLRRLL @3/2 RLR",
    "@3 RL @4 RLRLRLRL",
    "@2 RL-RRL-R",
    "@1 --RL",
    "@1/2 !RL",
    "@4 ----",
    "@5 >R>L>R>R>L @7 >RLRLRLR @9 RLRLRLRLR @3 >RLR",
    "@4 (>R/c1K)(L/t1H)(R/f1K)(L/snH/hs) (R/chL/sp)(R/rdK)(L/f2K)(R/hoL/t3)",
    "@4 rlrl (rl)(rl)(r/hhl)(rk) rrll r/t1l/t2r/t3l/f1",
    "@8 ''RLRL'RLRL R/t1L/t1R/t2L/t2R/f1L/f1KK @4 RLRL @2 RL",
    "@4 {RLR}L{RL}R {RLRLR}LRL {R-L}RLR RLRL",
    "@2 =R/c1=L/c2=R/ch=L/sp @4 =R/c1K=L/c2K @1 (=R/c1K)",
    "@4 >[RLRLRLRL] <[RLRL] >[RRLL]",
    "@3 'RLR 'LRL >[RLR LRL]",
    "@6 >R/hhlr>L/snlr >R/hhlr>L/snlr @4 R/hoKR/hhH R/hoH/hsR/hhK",
    "@16 RLRLRLRLRLRLRLRL @8 RLRLRLRL @1 RL",
    "@4 !R!L!R!L (!RK)(!LK)!R!L (!R/hhL)!R!L!R RLRL",
    "@4 >'R>'L>'R>'L >''R>''L>''R>''L >R>L>R>L >~R>~L>~R>~L",
    "@4 HHHH H/hsHH/hsH KKKK K/k2KK/k2K",
    "@2 R/hoR/hhR/hoR/hh R/hfR/hhR/hoH",
    "@4 RLRRLRLLRLRRLRLL",
    "@3 (R/rdK)LR (R/rdK)LR R/rbLR R/rbLR",
    "@4 (RLKH)(RLKH)(RLKH)(RLKH) (RLK)(RLK)(RLK)(RLK) (RK)(LK)(RK)(LK) RLRL",
    "@4 R @3 RLR @4 RLR @1/2 R",
    "@5 RLRRL @6 RLRLRL @5 RLRRL @6 RRLLRR",
  ],
  "3/4": ["@4 RLRLRLRLRLRL", "@2 RL-RLR", "@3 RLRRLRLRL", "@1 R--", "@4 'RlrL ~RLRL >R-L-"],
  "2/4": ["@8 RLRLRLRLRLRLRLRL", "@4 {RLR}{LRL}{RLR}{LRL} RLRL", "@2 R--R", "@3/2 >RLR"],
  "6/8": ["@2 RLRRLL", "@4 RLRLRLRLRLRL", "@4/3 RLRL", "@8/3 RLRLRLRL", "@2 -RL--R", "@6 RLRLRLRLRLRLRLRLRL"],
  "12/8": ["@4 RLRLRLRLRLRLRLRLRLRLRLRL", "@2 R-L--R ---R-L"],
  "7/8": ["@2 RLRLRLR", "@4 RLRLRLRLRLRLRL", "@6 RLRLRLRLRLRLRLRLRLRLR", "@2 R-L-R--"],
  "7/8 3+2+2": ["@4 >RLRLRL>RLRL>RLRL", "@2 R--L-R-"],
  "7/8 2+3+2": ["@4 >RLRL>RLRLRL>RLRL"],
  "5/4": ["@4 RLRLKx4", "@1 RLRLR"],
};

describe("nothing overlaps what it shouldn't", () => {
  const cases = Object.entries(PICKED).flatMap(([meter, texts]) => texts.map((text) => [text, meter] as const));

  test("in sixty hand-picked bars", () => expect(cases.length).toBeGreaterThanOrEqual(60));

  const rudiments = loadRudiments().map(({ line, meter }) => [line, formatMeter(meter as Meter)] as const);

  test.each(cases)("%s in %s, on a phone, a tablet and a page", (text, meter) => {
    const timeline = layOutText(text, meter);
    for (const width of [330, 640, 1040]) expect(clashes(timeline, timeline.meter, width)).toEqual([]);
  });

  test.each(rudiments)("the rudiment %s in %s, where there is least room", (text, meter) => {
    const timeline = layOutText(text, meter);
    expect(clashes(timeline, timeline.meter, 330)).toEqual([]);
  });

  test("in random phrases", () => {
    fc.assert(
      fc.property(anyMeter, anyLine, fc.constantFrom(330, 640, 1040), (meter, line, width) => {
        const window = { start: ticks(0), length: barTicks(meter) };
        const timeline = layOut({ meter, tempo: bpm(90), window, line });
        fc.pre(timeline.slots.length > 0 && timeline.slots.length < 120);
        expect(clashes(timeline, meter, width)).toEqual([]);
      }),
      runs(80),
    );
  });
});

/** Two-voice grooves before a fill. */
const GROOVES = [
  "@2 (R/hhK)R/hh (R/hh>L)R/ho (R/hhK)(R/hhK) (R/hh>L)R/ho",
  "@4 (R/hhK)lR/hhl (R/hh>L)lR/hhK R/hhl(R/hhK)l (R/hh>L)lR/hol",
  "@3 (R/rdK)-R/rd (R/rdLH)-R/rd (R/rdK)-(R/rdK) (R/rdLH)-R/rb",
  "@1 (R/rdK)(R/rdH)(R/rdK)(R/rdH)",
];

describe("groove and fill in two voices", () => {
  const meter = parseMeter("4/4") as Meter;
  const forms = GROOVES.flatMap((groove) => REPEAT_STYLES.map((repeats) => [repeats, groove] as const));

  test.each(forms)("in bars that repeat %s: %s", (repeats, text) => {
    for (const [foot, feetBelow] of [["none", true] as const, ["two-and-four", false] as const]) {
      const timeline = layOutText("@4 >RLK >RLK ''R~L @6 (>R/c1K)LRK'RL @4 RLKK", "4/4");
      const groove = { ...plainGroove(meter), line: lineOf(text) };
      const setting = { ...USUAL, grooveBars: 15, foot, feetIn: "throughout" } as const;
      const bars = makeFormScore(
        timeline,
        layOutGroove(groove, meter, bpm(90)),
        arrange(timeline, groove, setting, LEFT_CRASH),
        measureForm(timeline, setting),
        setting,
        { countStyle: "beats", feetBelow, repeats },
      );
      const heading = { bpm: 92, unit: "q", dots: 0, swing: "16", words: "sixteenths swung 3:2" } as const;
      for (const width of [330, 640, 1040]) {
        expect(findClashes(drawStaff(bars, { meter, width, brackets: true, heading }))).toEqual([]);
      }
    }
  });
});
