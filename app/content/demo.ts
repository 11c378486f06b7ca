/**
 * The demo's book: Ines Halloran, a fictional drummer with a four-piece kit, and the set of her equally fictional
 * band, the Paper Lanterns. The stickings were composed for it.
 */

import { ALL_STROKES, type OrchestrationRule } from "~/core/orchestration";
import { barTicks, type Meter, QUARTER, type Ticks } from "~/core/time";
import { type FillContent, makeContent } from "~/library/fill/content";
import { makeStarter } from "./starter";

export interface DemoFill {
  readonly id: string;
  readonly daysAgo: number;
  readonly content: FillContent;
}

const THREE_FOUR: Meter = { beats: 3, unit: 4 };
const SIX_EIGHT: Meter = { beats: 6, unit: 8 };
const SEVEN_EIGHT: Meter = { beats: 7, unit: 8 };
const FIVE_FOUR: Meter = { beats: 5, unit: 4 };
const TWELVE_EIGHT: Meter = { beats: 12, unit: 8 };

function fill(id: string, daysAgo: number, given: Parameters<typeof makeContent>[0] & { tempo: number }): DemoFill {
  return { id: `demo-${id}`, daysAgo, content: makeContent(given) };
}

/** A window of `quarters` from `start` quarters after the bar line. */
function window(start: number, quarters: number) {
  return { start: (start * QUARTER) as Ticks, length: (quarters * QUARTER) as Ticks };
}

/** Layers over all strokes, the top one last. */
function voicing(...rules: OrchestrationRule[]): NonNullable<FillContent["voicing"]> {
  return rules.map((rule) => ({ on: true, rule, filter: ALL_STROKES }));
}

type FillTempo = FillContent["tempo"];
const tempo = (value: number) => value as FillTempo;

export function makeDemoFills(): DemoFill[] {
  return [
    { id: "demo-five-five-six", daysAgo: 0, content: { ...makeStarter(), tags: ["Harbour Clock", "odd groups"] } },
    fill("last-ferry", 1, {
      name: "Last ferry",
      tags: ["Last Ferry Home", "half bar"],
      text: "@4 >RLRK >LRLK",
      tempo: tempo(104),
      window: window(2, 2),
      groove: "straight-eighths",
      voicing: voicing({ kind: "accents", path: "toms", rest: null }),
      orchestrations: {
        name: "Accents on the toms",
        others: [
          { name: "All on the snare", placed: [] },
          {
            name: "Accents on cymbals",
            voicing: voicing({ kind: "accents", path: "cymbals", rest: null }),
            placed: [],
          },
        ],
      },
    }),
    fill("gravel-road", 2, {
      name: "Gravel road sevens",
      tags: ["Gravel Road", "sevens", "triplets"],
      text: "@6 >RLRLLKKx3 >R/t1L/t2K",
      tempo: tempo(84),
      groove: "half-time",
    }),
    fill("harbour-threes", 3, {
      name: "Threes that run over",
      tags: ["Harbour Clock", "over the bar"],
      text: "@4 >RLKx5",
      tempo: tempo(96),
      groove: "straight-eighths",
    }),
    fill("tin-roof", 5, {
      name: "Tin roof",
      tags: ["Tin Roof", "7/8"],
      text: "@4 >RlrrL >RlrrL >RLKK",
      meter: SEVEN_EIGHT,
      tempo: tempo(132),
      groove: "seven-eight",
      setting: { foot: "quarters" },
    }),
    fill("slow-lantern", 6, {
      name: "Slow lantern roll",
      tags: ["Lanterns", "6/8"],
      text: "@4 >RLRRLL >R/t1LR/t2LK-",
      meter: SIX_EIGHT,
      tempo: tempo(66),
      window: { start: 0 as Ticks, length: barTicks(SIX_EIGHT) },
      groove: "six-eight",
    }),
    fill("quintuplet-door", 8, {
      name: "Fives in a beat",
      tags: ["quintuplets", "Glass Door"],
      text: "@5 >RLRRL >RLRRL >RLRRK >RLKRL",
      tempo: tempo(72),
      groove: "half-time",
      voicing: voicing(
        { kind: "travel", path: "drums", direction: "there-and-back" },
        { kind: "backbeat", on: "sn" },
        { kind: "home-last", on: "sn" },
      ),
    }),
    fill("flam-steps", 10, {
      name: "Flam steps down",
      tags: ["flams", "Last Ferry Home"],
      text: "@3 '>RLL '>R/t1L/t1L/t1 '>R/f1L/f1L/f1 >RLK",
      tempo: tempo(112),
      groove: "straight-eighths",
    }),
    fill("waltz-turn", 13, {
      name: "Turn in three",
      tags: ["3/4", "Paper Waltz"],
      text: "@4 >RLLK >RLLK >RLRL",
      meter: THREE_FOUR,
      tempo: tempo(118),
      voicing: voicing({ kind: "by-cell", path: "drums" }),
      groove: "waltz",
    }),
    fill("two-speeds", 16, {
      name: "Two speeds",
      tags: ["mixed rates", "Gravel Road"],
      text: "@4 >RLRRL >RLK @6 >RLRRLL >RLLRRK",
      tempo: tempo(80),
      groove: "busy-sixteenths",
      voicing: voicing({ kind: "oblique", hand: "R", path: ["sn", "t1", "f1"], stay: "sn", every: 2 }),
    }),
    fill("five-four-ladder", 19, {
      name: "Ladder in five",
      tags: ["5/4", "Long Stairs"],
      text: "@4 >RLRLKx4",
      meter: FIVE_FOUR,
      tempo: tempo(108),
      groove: "demo-groove-stairs",
      setting: { foot: "off-beats" },
    }),
    fill("drag-answer", 23, {
      name: "Drag and answer",
      tags: ["drags", "two bars", "Harbour Clock"],
      text: "@4 ''R-''LR >LRK- ''R-''LR >LRKK | [>RLRK]x3 !RL(RK)-",
      tempo: tempo(98),
      window: window(0, 8),
      groove: "straight-eighths",
      grooveBars: 2,
    }),
    fill("twelve-eight", 28, {
      name: "Blues turnaround",
      tags: ["12/8", "Copper Kettle"],
      text: "@2 >RLK >RLK >R/t1L/t1K >R/f1L/f1(RK)",
      meter: TWELVE_EIGHT,
      tempo: tempo(58),
      groove: "twelve-eight",
      setting: { ending: "straight" },
    }),
    fill("pickup", 33, {
      name: "From the and of three",
      tags: ["pickup", "Glass Door"],
      text: "@4 >RLRRLK",
      tempo: tempo(120),
      window: window(2.5, 1.5),
      groove: "busy-sixteenths",
      setting: { foot: "quarters" },
    }),
    fill("kettle-shuffle", 37, {
      name: "Kettle on the boil",
      tags: ["swung", "Copper Kettle"],
      text: "@2 >RL >R/t1L/t1 >RK >R/f1K",
      tempo: tempo(92),
      groove: "shuffle",
      setting: { foot: "two-and-four" },
    }),
    fill("unfinished", 40, {
      name: "Still one over",
      tags: ["unfinished", "Tin Roof"],
      text: "@4 >RLRLK >RLRLK >RLRLK",
      tempo: tempo(88),
      groove: "straight-eighths",
    }),
    fill("crash-and-kick", 44, {
      name: "Crash where the kick is",
      tags: ["unison", "Copper Kettle"],
      text: "@4 (>RK)LRL (>RK)LRL 'RL(>RK)L RLRL",
      tempo: tempo(86),
      groove: "straight-eighths",
      voicing: voicing(
        { kind: "travel", path: "toms", direction: "down" },
        { kind: "with-kick", path: ["c1", "rd"] },
        { kind: "flam-split", on: "t1" },
        { kind: "home-last", on: "sn" },
      ),
    }),
    fill("double-kick-close", 41, {
      name: "Doubles into the one",
      tags: ["double kick", "Long Stairs"],
      text: "@4 >RL{KK}R >LR{KK}L >RL{KK}R >LRKK",
      tempo: tempo(90),
      groove: "straight-eighths",
      grooveBars: 3,
      setting: { ending: "stop" },
    }),
  ];
}
