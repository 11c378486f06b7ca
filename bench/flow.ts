/** Flows: counting and drawing, next to a twin that lists every way. */

import {
  compileFlow,
  composeFlow,
  countFlow,
  drawFlow,
  type FlowSpec,
  type FlowWays,
  type Idea,
  isFlowProblem,
  isTrouble,
  lengthOf,
  RoundMaker,
  seedOf,
} from "../app/core/flow";
import { usualSurface } from "../app/core/kit";
import { readStickLine } from "../app/core/line";
import { makeLine } from "../app/core/phrase";
import { limitsOf, makePlayer } from "../app/core/player";
import { barTicks, bpm } from "../app/core/time";
import { time } from "./time";

const METER = { beats: 4, unit: 4 } as const;
const TEN = ["sn", "t1", "t2", "t3", "f1", "f2", "hh", "rd", "c1", "c2"] as const;
const KIT = { surfaces: [...TEN, "kk" as const, "hp" as const].map(usualSurface) };
const PLAYER = makePlayer(KIT, limitsOf("working", "R"));
const EIGHT = ["@4 RLR", "@4 RLRR", "@4 RLRRL", "@4 RLRLRLK", "@3 RLR", "@6 RLKRLK", "@2 RL", "@4 RLRLRR"];

const ideaOf = (text: string): Idea => ({
  versions: [readStickLine(text).line ?? makeLine([])],
  weight: 1,
  least: 0,
  most: null,
  tail: null,
});

function specOf(texts: readonly string[], bars: number, inRow: number | null): FlowSpec {
  const rules = { inRow, lead: "written", endsFree: false, meet: null } as const;
  return { meter: METER, tempo: bpm(90), bars, ideas: texts.map(ideaOf), rules, leading: "R" };
}

function waysOf(spec: FlowSpec): FlowWays {
  const ways = compileFlow(spec, PLAYER);
  if (isFlowProblem(ways)) throw new Error(ways.code);
  return ways;
}

/** The twin: lists every sequence of lengths that fills the bars. */
function listAll(spec: FlowSpec): bigint {
  const whole = spec.bars * barTicks(spec.meter);
  const lengths = spec.ideas.map(({ versions }) => lengthOf(versions[0] ?? []));
  let found = 0n;
  const walk = (at: number) => {
    if (at === whole) found++;
    else for (const length of lengths) if (at + length <= whole) walk(at + length);
  };
  walk(0);
  return found;
}

const long = waysOf(specOf(EIGHT, 64, 3));
let seed = 0;
const draw = () => {
  const number = seedOf(7, seed++);
  return composeFlow(drawFlow(long, long.counts, number) ?? [], [], number);
};
const short = specOf(["@4 RLR", "@4 RLRR", "@4 RLRRL"], 3, null);
const counted = countFlow(waysOf(short));
if (counted !== listAll(short)) throw new Error("the twins don't agree");

const anew = new RoundMaker({
  spec: specOf(EIGHT.slice(0, 4), 4, 3),
  player: { kit: KIT, limits: PLAYER.limits, hands: PLAYER.hands },
  variety: EIGHT.slice(0, 4).map(() => ({ path: "anew", accents: true, endings: [] })),
  surfaces: [...TEN],
  trades: false,
});
let round = 0;
const makeRound = () => {
  const made = anew.make(round++, { ideas: [1, 1, 1, 1], joins: [] }, 3);
  if (isTrouble(made)) throw new Error(made.code);
  return made;
};

const digits = countFlow(long).toString().length;
const rows: readonly (readonly [work: string, hold: string, ours: number, twin: number | null])[] = [
  ["a draw of 64 bars between 8 ideas, as a line", "50 ms", time(60, draw), null],
  [`the same, counted first (a number of ${digits} digits)`, "-", time(8, () => waysOf(specOf(EIGHT, 64, 3))), null],
  [
    `3 bars between 3 ideas, counted: ${counted.toLocaleString("en")} ways`,
    "-",
    time(40, () => countFlow(waysOf(short))),
    time(3, () => listAll(short)),
  ],
  ["4 bars with a new path over 10 drums and cymbals, and new accents", "-", time(10, makeRound), null],
];
console.log(`\n${"flow (medians)".padEnd(68)}`, "to hold".padStart(8), "ours".padStart(11), "listing all".padStart(14));
for (const [work, hold, ours, twin] of rows) {
  const told = twin === null ? "" : `${twin.toFixed(1)} ms`;
  console.log(work.padEnd(68), hold.padStart(8), `${ours.toFixed(2)} ms`.padStart(11), told.padStart(14));
}
