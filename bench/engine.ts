/** Timings of the engine, next to naive twins that do the same work in the simplest way. Medians of many runs. */

import { loadRudiments } from "../app/content";
import { findLanding, measureFit } from "../app/core/fit";
import { countWays, drawWays, runToEnd, takeBest, totalWays } from "../app/core/graph";
import { usualSurface } from "../app/core/kit";
import { formatLine, placeStrokes, readStickLine } from "../app/core/line";
import { applyMove, findFamily, indexFamilies, type Move, oneLead, readCell } from "../app/core/moves";
import {
  ceilingOfWay,
  findOrchestrations,
  isOrchestrationProblem,
  makeOrchestrationScorer,
  rankOrchestrations,
} from "../app/core/orchestration-search";
import { makeLine, openingRate } from "../app/core/phrase";
import { findCeiling, limitsOf, listDemands, listVersions, makePlayer } from "../app/core/player";
import {
  bestWays,
  buildAutomaton,
  compileSearch,
  isProblem,
  makeScorer,
  NO_WEIGHTS,
  type SearchSpec,
} from "../app/core/search";
import { KIT_VOICES } from "../app/core/stroke";
import { WORKING } from "../app/core/testing/kits";
import { barTicks, bpm, measureCycle, ticks } from "../app/core/time";
import { layOut } from "../app/core/timeline";
import {
  countByAutomaton,
  countByListing,
  countBySolver,
  FEW_CELLS,
  MANY_CELLS,
  SOME_CELLS,
  searchProblem,
} from "./search-problem";
import { time } from "./time";

const METER = { beats: 4, unit: 4 } as const;
const TWO_BARS = { start: ticks(0), length: ticks(2 * barTicks(METER)) };
/** 64 slots: two bars of thirty-seconds, with ghosts, accents, unisons, grace notes and shared slots. */
const LINE = `@8 ${">RlrrL 'RLRRLK >R(RK)L{RR}K lRrLK ".repeat(3)}K`;

function toLanding(text: string) {
  const line = readStickLine(text).line ?? makeLine([]);
  const timeline = layOut({ meter: METER, tempo: bpm(120), window: TWO_BARS, line });
  const fit = measureFit(timeline, openingRate(line));
  return [fit, findLanding(timeline, WORKING), fit.used > 0 ? measureCycle(fit.used, METER) : null];
}

/** The naive twin: sums every slot's start as a fraction of a whole note, in integers of any size. */
function naiveLayOut(text: string): [bigint, bigint][] {
  const slots = text.replace(/^@\d+ /, "").match(/\{[^}]*\}|\([^)]*\)|[>!']*[RLKHrlkh]|-/g) ?? [];
  const divisor = (a: bigint, b: bigint): bigint => (b === 0n ? a : divisor(b, a % b));
  return slots.map((_, index) => {
    let sum: [bigint, bigint] = [0n, 1n];
    for (let before = 0; before < index; before++) {
      const next: [bigint, bigint] = [sum[0] * 32n + sum[1], sum[1] * 32n];
      const shared = divisor(next[0], next[1]);
      sum = [next[0] / shared, next[1] / shared];
    }
    return sum;
  });
}

const slots = readStickLine(LINE).line?.reduce((sum, item) => sum + (item.kind === "cell" ? item.slots.length : 0), 0);
const long = `@8 ${"RlrrL 'RLRRLK ".repeat(910)}`
  .trim()
  .slice(0, 12_000)
  .replace(/\s\S*$/, "");
const huge = "RLRLK".repeat(2_000);
const parsedHuge = readStickLine(huge).line ?? makeLine([]);

const cell64 = readCell(">RlrrL'RLRRLK>R(RK)L{RR}KlRrLKRL-RRLL".repeat(3).slice(0, 400))?.slice(0, 64) ?? [];
/** One of each kind of move, and every variant of those that affect the whole cell. */
const MOVES: readonly Move[] = [
  { kind: "rotate", by: 5 },
  { kind: "mirror" },
  { kind: "reverse" },
  { kind: "alternate" },
  { kind: "replace", limb: "L", by: "K" },
  { kind: "double", limb: "R", with: "K" },
  { kind: "feet", strong: "R", pedals: "hi-hat" },
  { kind: "grid", lead: "R" },
  { kind: "extend", by: "quick-kicks" },
  { kind: "shorten", end: "last" },
  { kind: "glue", cell: "RLRRLK" },
  { kind: "layer", cell: "RLRRLRLL", speed: "double", strong: "R" },
  { kind: "silence", place: 3 },
  { kind: "thin", every: 3 },
  { kind: "fill", limb: "R", with: "K" },
  { kind: "split-doubles" },
  { kind: "decorate", ornament: "flam", on: "accents" },
  { kind: "accent", rule: { by: "doubles" } },
  { kind: "accent", rule: { by: "rhythm", rhythm: "332" } },
  { kind: "dynamics", preset: "singles-out" },
];
const slowestMove = MOVES.map((move) => ({ kind: move.kind, time: time(200, () => applyMove(cell64, move)) })).reduce(
  (slowest, one) => (one.time > slowest.time ? one : slowest),
);
const families = indexFamilies(
  loadRudiments().map(({ id, line }) => ({ id, cell: oneLead(readStickLine(line).line ?? []) })),
);

const rows: readonly (readonly [work: string, hold: string, ours: number, twin: number | null])[] = [
  [
    `text to timeline, fit, landing, cycle: ${slots} slots`,
    "4 ms",
    time(400, () => toLanding(LINE)),
    time(100, () => naiveLayOut(LINE)),
  ],
  ["10 000 slots in one cell, read", "100 ms", time(20, () => readStickLine(huge)), null],
  [`${long.length} characters of decorated cells, read`, "100 ms", time(20, () => readStickLine(long)), null],
  [
    "10 000 slots, laid out",
    "-",
    time(20, () => layOut({ meter: METER, tempo: bpm(120), window: TWO_BARS, line: parsedHuge })),
    time(1, () => naiveLayOut("R".repeat(2_000))),
  ],
  ["10 000 slots, written", "-", time(20, () => formatLine(parsedHuge)), null],
  [`slowest of ${MOVES.length} kinds of move on 64 slots: ${slowestMove.kind}`, "1 ms", slowestMove.time, null],
  ["family of a cell of 64 slots among forty rudiments", "-", time(50, () => findFamily(families, cell64)), null],
];
const KIT = { surfaces: KIT_VOICES.filter((place) => place !== "ho" && place !== "rb").map(usualSurface) };
const TRAVEL = makePlayer(KIT, limitsOf("advanced", "R"));
const lineOf64 = readStickLine(LINE).line ?? makeLine([]);
const travelling = placeStrokes(
  lineOf64,
  layOut({ meter: METER, tempo: bpm(60), window: TWO_BARS, line: lineOf64 }, KIT)
    .events.filter(({ limb, grace }) => grace === undefined && (limb === "R" || limb === "L"))
    .map((event, index) => [event, (["sn", "t1", "f1", "rd"] as const)[index % 4] ?? "sn"] as const),
);
const phrase64 = { meter: METER, tempo: bpm(60), window: TWO_BARS, line: travelling };
/** With a new kit each time, as while a surface is dragged. */
function toCeiling() {
  const player = makePlayer(KIT, TRAVEL.limits);
  return findCeiling(layOut(phrase64, KIT), player);
}
/** The naive twin tries tempos in steps of half a bpm until something is too fast. */
function stepToCeiling() {
  const demands = (tempo: number) =>
    listDemands(layOut({ ...phrase64, tempo: bpm(tempo) }, KIT), makePlayer(KIT, TRAVEL.limits));
  let tempo = 20;
  while (tempo < 400 && demands(tempo).every((demand) => demand.bpm >= tempo)) tempo += 0.5;
  return tempo;
}

console.log("engine (medians)".padEnd(58), "to hold".padStart(9), "ours".padStart(12), "naive twin".padStart(14));
for (const [work, hold, ours, twin] of rows) {
  const told = twin === null ? "" : `${twin.toFixed(2)} ms`;
  console.log(work.padEnd(58), hold.padStart(9), `${ours.toFixed(3)} ms`.padStart(12), told.padStart(14));
}
console.log("(the naive twin of the fourth row has 2 000 slots: it grows with their square)");

const reach: readonly (readonly [work: string, hold: string, ours: number, twin: number | null])[] = [
  ["kit, line, timeline and ceiling: 64 slots", "4 ms", time(100, toCeiling), time(3, stepToCeiling)],
  ["easier and busier versions of the same", "-", time(20, () => listVersions(phrase64, TRAVEL)), null],
];
console.log(
  `\n${"round the kit (medians)".padEnd(58)}`,
  "to hold".padStart(9),
  "ours".padStart(12),
  "naive twin".padStart(14),
);
for (const [work, hold, ours, twin] of reach) {
  const told = twin === null ? "" : `${twin.toFixed(2)} ms`;
  console.log(work.padEnd(58), hold.padStart(9), `${ours.toFixed(3)} ms`.padStart(12), told.padStart(14));
}

const TEN = ["sn", "t1", "t2", "t3", "f1", "f2", "hh", "rd", "c1", "c2"] as const;
function orchestrationsOf(text: string, tempo: number) {
  const line = readStickLine(text).line ?? makeLine([]);
  const timeline = layOut({ meter: METER, tempo: bpm(tempo), window: TWO_BARS, line }, KIT);
  const found = findOrchestrations({ timeline, player: TRAVEL, surfaces: TEN });
  if (isOrchestrationProblem(found)) throw new Error(found.code);
  return found;
}
const STROKES_32 = "@4 >RlrrLRLrRLRRLrll>RlrrLRLrRLRRLrll";
const WEIGHTS = { ease: 40, travel: 40, melody: 30, contrast: 30, crossing: -60, backbeat: 40 };
function countAndRank() {
  const found = orchestrationsOf(STROKES_32, 110);
  const total = totalWays(countWays(found.graph));
  const best = takeBest(rankOrchestrations(found, makeOrchestrationScorer(found, WEIGHTS)), 50);
  return { total, best };
}
/** The twin lists every orchestration of a shorter phrase and computes its ceiling. */
function listOrchestrations(text: string, tempo: number): bigint {
  const found = orchestrationsOf(text, tempo);
  let many = 0n;
  const walk = (way: number[]) => {
    if (way.length < found.steps.length) {
      for (let place = 0; place < TEN.length; place++) walk([...way, place]);
    } else if ((ceilingOfWay(found, way)?.bpm ?? tempo) >= tempo) many++;
  };
  walk([]);
  return many;
}
const FOUR_STROKES = "@4 RLRL";
if (listOrchestrations(FOUR_STROKES, 150) !== totalWays(countWays(orchestrationsOf(FOUR_STROKES, 150).graph))) {
  throw new Error("counting and listing do not agree");
}
console.log(
  `exact count and best 50 orchestrations: 32 strokes, 10 surfaces (${sayLarge(countAndRank().total)})`.padEnd(78),
  "150 ms".padStart(9),
  `${time(20, countAndRank).toFixed(1)} ms`.padStart(12),
);
const [fourOurs, fourTwin] = [
  time(20, () => totalWays(countWays(orchestrationsOf(FOUR_STROKES, 150).graph))),
  time(2, () => listOrchestrations(FOUR_STROKES, 150)),
];
console.log(
  "exact count of 4 strokes, 10 surfaces; listing all 10 000 beside it".padEnd(78),
  "-".padStart(9),
  `${fourOurs.toFixed(2)} ms`.padStart(12),
  `${fourTwin.toFixed(1)} ms`.padStart(12),
);
function sayLarge(count: bigint): string {
  return `${count.toString()[0]}.${count.toString()[1]}e${count.toString().length - 1}`;
}

const large = searchProblem(64, MANY_CELLS);
const ready = compileSearch(large);
if (isProblem(ready)) throw new Error(ready.code);
const weights = { ...NO_WEIGHTS, drift: 50, variety: 30, balance: 20, ease: 40, landing: 30 };
function buildFor(extra: Parameters<typeof buildAutomaton>[1] = []) {
  const automaton = runToEnd(buildAutomaton(ready as Exclude<typeof ready, { code: string }>, extra));
  if (!automaton) throw new Error("too many nodes");
  return automaton;
}
const counts = countWays(buildFor());
const searches: readonly (readonly [work: string, hold: string, ours: number])[] = [
  [
    `exact count: 64 slots, 24 cells (${totalWays(counts).toLocaleString("en")})`,
    "30 ms",
    time(30, () => countByAutomaton(large)),
  ],
  [
    "best 200 of the same",
    "200 ms",
    time(20, () => {
      const scorer = makeScorer(ready as Exclude<typeof ready, { code: string }>, weights, WORKING);
      return bestWays(buildFor(scorer.extra), scorer, 200);
    }),
  ],
  ["1 000 fair draws of the same", "100 ms", time(20, () => drawWays(counts, 1_000, 1))],
];
console.log(`\n${"search (medians)".padEnd(78)}`, "to hold".padStart(9), "ours".padStart(12));
for (const [work, hold, ours] of searches)
  console.log(work.padEnd(78), hold.padStart(9), `${ours.toFixed(2)} ms`.padStart(12));

/** The same problem solved by us and by a twin; how many times as long the twin takes. */
function compare(cells: readonly string[], name: string, twin: (spec: SearchSpec) => bigint, runs: number) {
  const spec = searchProblem(32, cells);
  const found = countByAutomaton(spec);
  if (twin(spec) !== found) throw new Error(`${name} does not agree`);
  const ours = time(50, () => countByAutomaton(spec));
  const theirs = time(runs, () => twin(spec));
  const what = `${found.toLocaleString("en")} ways: ${name}`;
  const times = `${Math.round(theirs / ours).toLocaleString("en")} times`;
  console.log(
    what.padEnd(62),
    `${ours.toFixed(2)} ms`.padStart(12),
    `${theirs.toFixed(1)} ms`.padStart(14),
    times.padStart(14),
  );
}
console.log(
  `\n${"32 slots, counted by twins that agree (medians)".padEnd(62)}`,
  "ours".padStart(12),
  "twin".padStart(14),
);
compare(SOME_CELLS, "listing all, one after another", countByListing, 3);
compare(FEW_CELLS, "listing all, one after another", countByListing, 20);
compare(FEW_CELLS, "a general solver (logic-solver)", countBySolver, 1);
