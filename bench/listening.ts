/** Timings of judging, and how surely the simulated drummer's faults are the ones that are named. */

import {
  arrangeRange,
  barTicks,
  bpm,
  type Drummer,
  type Expectation,
  expectStrokes,
  type Fault,
  hearRepeat,
  layOut,
  limitsOf,
  makePlan,
  measureTravel,
  PLACES,
  playDrummer,
  readStickLine,
  STEADY_DRUMMER,
  ticks,
  usualSurface,
} from "../app/core";

const METER = { beats: 4, unit: 4 } as const;

function layLine(text: string, tempo: number) {
  const { line } = readStickLine(text);
  if (!line) throw new Error(text);
  const phrase = { meter: METER, tempo: bpm(tempo), window: { start: ticks(0), length: barTicks(METER) }, line };
  return { phrase, timeline: layOut(phrase) };
}

function expectLine(text: string, tempo: number): Expectation {
  const { timeline } = layLine(text, tempo);
  return expectStrokes(arrangeRange(timeline, { toBeat: true }), bpm(tempo), new Set(["R", "L", "K", "H"]));
}

function time(runs: number, work: () => unknown): number {
  for (let run = 0; run < 20; run++) work();
  const times = Array.from({ length: runs }, () => {
    const began = performance.now();
    work();
    return performance.now() - began;
  });
  return times.toSorted((a, b) => a - b)[runs >> 1] as number;
}

const LONG = "@8 >RlrrL RLRRLK >RlrrL RLRRLK >RlrrL RLRRLK >RlrrL RLRRLK >RlrrL RLRRLK >RlrrL RLRK";
const long = expectLine(LONG, 70);
const messy: Drummer = { ...STEADY_DRUMMER, steadiness: 30, rushing: 0.03, flams: 0.2, missedGhosts: 0.3 };
const steady = playDrummer(long.strokes, STEADY_DRUMMER, 0);
const wild = playDrummer(long.strokes, messy, 0);
const travel = measureTravel({ surfaces: PLACES.map(usualSurface) }, limitsOf("working", "R"));
console.log(`\n${"listening (medians)".padEnd(66)} ${"to hold".padStart(9)} ${"ours".padStart(12)}`);
for (const [work, hold, ours] of [
  [
    `a repeat of ${long.strokes.length} strokes, aligned and judged, played well`,
    "5 ms",
    time(60, () => hearRepeat(long, steady, "standard")),
  ],
  [
    "the same, unsteady, rushing, with flams and notes missing",
    "5 ms",
    time(60, () => hearRepeat(long, wild, "standard")),
  ],
  [
    "a plan for the same, with the ceiling of every step",
    "-",
    time(20, () => makePlan(layLine(LONG, 70).phrase, travel, { goal: bpm(70) })),
  ],
] as const)
  console.log(work.padEnd(66), hold.padStart(9), `${ours.toFixed(2)} ms`.padStart(12));

const SEEDS = 500;
const PHRASES: readonly (readonly [string, number])[] = [
  ["@4 >RlrL >RlrK >RlrL >RLKK", 90],
  ["@6 >RlrrLK >RlrrLK >RLrlKK RLRLRL", 60],
  ["@4 >RlKR >LrKl >RlrK >RLRL", 75],
];
const is =
  (...kinds: Fault["kind"][]) =>
  ({ kind }: Fault) =>
    kinds.includes(kind);
const late = (who: Fault["limb"]) => (fault: Fault) => fault.kind === "limb-late" && fault.limb === who;
const FAULTS: readonly (readonly [string, Partial<Drummer>, (fault: Fault) => boolean])[] = [
  ["wanders by 38 ms", { steadiness: 38 }, is("unsteady", "uneven-limb")],
  ["rushes 3 %", { rushing: 0.03 }, is("rushing")],
  ["drags 3 %", { rushing: -0.03 }, is("dragging")],
  ["left hand 35 ms late", { weakLate: 35 }, late("L")],
  ["right hand 35 ms late", { weakHand: "R", weakLate: 35 }, late("R")],
  ["feet 40 ms late", { feetLate: 40 }, late("K")],
  ["leaves out 60 % of the ghosts", { missedGhosts: 0.6 }, is("missed-ghosts")],
  ["flams on 25 % of the strokes", { flams: 0.25 }, is("flams")],
  ["dynamics 90 % flat", { flatness: 0.9 }, is("ghosts-loud", "accents-weak")],
];
const percent = (count: number) => `${((100 * count) / (SEEDS * PHRASES.length)).toFixed(1)} %`.padStart(9);
console.log(
  `\n${`the simulated drummer, ${SEEDS} seeds on each of ${PHRASES.length} phrases`.padEnd(56)}`,
  "named first".padStart(12),
  "found".padStart(9),
  "missed".padStart(9),
);
for (const [name, set, isNamed] of FAULTS) {
  let [first, found] = [0, 0];
  for (const [line, tempo] of PHRASES) {
    const expectation = expectLine(line, tempo);
    for (let seed = 1; seed <= SEEDS; seed++) {
      const hits = playDrummer(expectation.strokes, { ...STEADY_DRUMMER, seed, ...set }, 0);
      const faults = hearRepeat(expectation, hits, "standard").judgement?.faults ?? [];
      if (faults[0] && isNamed(faults[0])) first++;
      if (faults.some(isNamed)) found++;
    }
  }
  console.log(name.padEnd(56), percent(first).padStart(12), percent(found), percent(SEEDS * PHRASES.length - found));
}
let called = 0;
for (const [line, tempo] of PHRASES) {
  const expectation = expectLine(line, tempo);
  for (let seed = 1; seed <= SEEDS; seed++) {
    const hits = playDrummer(expectation.strokes, { ...STEADY_DRUMMER, seed }, 0);
    if (hearRepeat(expectation, hits, "standard").judgement?.result !== "clean") called++;
  }
}
console.log("steady (5 ms), and called unclean all the same".padEnd(56), percent(called).padStart(12));
