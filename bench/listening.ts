/** Timings of judging, and how reliably the simulated drummer's faults are named. */

import { usualSurface } from "../app/core/kit";
import { type Drummer, hearRepeat, playDrummer, STEADY_DRUMMER } from "../app/core/listening";
import { limitsOf, makePlayer } from "../app/core/player";
import { makePlan } from "../app/core/practice";
import { KIT_VOICES } from "../app/core/stroke";
import { FAULTY_DRUMMERS, GHOSTED_LINES } from "../app/core/testing/drummers";
import { expectLine, phraseOfLine } from "../app/core/testing/expecting";
import { bpm } from "../app/core/time";
import { time } from "./time";

/** Code that has never run, as on a page's first use. */
function timeOnce(work: () => unknown): number {
  const began = performance.now();
  work();
  return performance.now() - began;
}

const LONG = "@8 >RlrrL RLRRLK >RlrrL RLRRLK >RlrrL RLRRLK >RlrrL RLRRLK >RlrrL RLRRLK >RlrrL RLRK";
const long = expectLine(LONG, 70);
const messy: Drummer = { ...STEADY_DRUMMER, steadiness: 30, rushing: 0.03, flams: 0.2, missedGhosts: 0.3 };
const steady = playDrummer(long.strokes, STEADY_DRUMMER, 0);
const wild = playDrummer(long.strokes, messy, 0);
const player = makePlayer({ surfaces: KIT_VOICES.map(usualSurface) }, limitsOf("working", "R"));
const planLong = () => makePlan(phraseOfLine(LONG, 70), player, { goal: bpm(70) });
const cold = timeOnce(planLong);
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
  ["a plan for the same, with the top tempo of every step", "-", time(20, planLong)],
  ["the first plan in a page: the same, before anything is warm", "-", cold],
] as const)
  console.log(work.padEnd(66), hold.padStart(9), `${ours.toFixed(2)} ms`.padStart(12));

const SEEDS = 500;
/** "late feet: feetLate 40". */
function describeDrummer(fault: string, set: Partial<Drummer>): string {
  return `${fault}: ${Object.entries(set)
    .map(([name, value]) => `${name} ${value}`)
    .join(", ")}`;
}
const percent = (count: number) => `${((100 * count) / (SEEDS * GHOSTED_LINES.length)).toFixed(1)} %`.padStart(9);
console.log(
  `\n${`the demo drummer, ${SEEDS} seeds on each of ${GHOSTED_LINES.length} phrases`.padEnd(56)}`,
  "named first".padStart(12),
  "found".padStart(9),
  "missed".padStart(9),
);
for (const { fault, set, named } of FAULTY_DRUMMERS) {
  let [first, found] = [0, 0];
  for (const [line, tempo] of GHOSTED_LINES) {
    const expectation = expectLine(line, tempo);
    for (let seed = 1; seed <= SEEDS; seed++) {
      const hits = playDrummer(expectation.strokes, { ...STEADY_DRUMMER, seed, ...set }, 0);
      const faults = hearRepeat(expectation, hits, "standard").judgement?.faults ?? [];
      if (faults[0] && named(faults[0])) first++;
      if (faults.some(named)) found++;
    }
  }
  console.log(
    describeDrummer(fault, set).padEnd(56),
    percent(first).padStart(12),
    percent(found),
    percent(SEEDS * GHOSTED_LINES.length - found),
  );
}
let called = 0;
for (const [line, tempo] of GHOSTED_LINES) {
  const expectation = expectLine(line, tempo);
  for (let seed = 1; seed <= SEEDS; seed++) {
    const hits = playDrummer(expectation.strokes, { ...STEADY_DRUMMER, seed }, 0);
    if (hearRepeat(expectation, hits, "standard").judgement?.result !== "clean") called++;
  }
}
console.log("steady (5 ms), and called unclean all the same".padEnd(56), percent(called).padStart(12));
