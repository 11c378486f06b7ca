/** Six weeks of the demo drummer's practice: runs and plans, computed by the app's own rules. */

import { makeRandom } from "~/core/graph";
import type { FaultKind, Result } from "~/core/listening";
import { limitsOf, makePlayer } from "~/core/player";
import { isPlayed, layOutWork, makePlan, recordResult, type StepKind, wishOf } from "~/core/practice";
import type { Bpm } from "~/core/time";
import { toKit } from "~/library/kit/kit";
import { toPhrase } from "~/library/phrase/phrase";
import { newPlan, type PlanRow } from "~/library/practice/plan";
import type { Run } from "~/library/practice/run";
import { makeDemoFills } from "./demo";
import { makeDemoKits } from "./demo-kits";

const DAY = 24 * 60 * 60 * 1000;

/** A fill she practises: from when, until when, and how well it goes. */
interface Habit {
  readonly id: string;
  readonly from: number;
  readonly to: number;
  /** Share of clean repeats at an easy tempo. */
  readonly ease: number;
  /** The most common fault. */
  readonly fault: FaultKind;
}

const HABITS: readonly Habit[] = [
  { id: "demo-crash-and-kick", from: 42, to: 24, ease: 0.96, fault: "unisons" },
  { id: "demo-kettle-shuffle", from: 40, to: 20, ease: 0.95, fault: "late" },
  { id: "demo-pickup", from: 36, to: 14, ease: 0.94, fault: "rushing" },
  { id: "demo-waltz-turn", from: 30, to: 6, ease: 0.93, fault: "limb-late" },
  { id: "demo-flam-steps", from: 26, to: 7, ease: 0.8, fault: "unsteady" },
  { id: "demo-five-five-six", from: 3, to: 1, ease: 0.82, fault: "after-late" },
  { id: "demo-gravel-road", from: 18, to: 1, ease: 0.8, fault: "uneven-limb" },
  { id: "demo-last-ferry", from: 7, to: 1, ease: 0.92, fault: "ghosts-loud" },
  { id: "demo-tin-roof", from: 6, to: 2, ease: 0.78, fault: "missed-ghosts" },
];
const OTHER_FAULTS: readonly FaultKind[] = ["missed", "unsteady", "flams", "rushing"];
/** Repeats of one fill per session. */
const REPEATS = 30;
/** And of one she comes back to. */
const RETURN_REPEATS = 5;

export function makeDemoPractice(now: number): { plans: PlanRow[]; runs: Run[] } {
  const player = makePlayer(toKit(makeDemoKits()[0]?.content as Parameters<typeof toKit>[0]), limitsOf("working", "R"));
  const fills = makeDemoFills();
  const bits = makeRandom(20_260);
  const chance = () => bits() / 2 ** 32;
  const runs: Run[] = [];
  const plans: PlanRow[] = [];
  const midnight = Math.floor(now / DAY) * DAY;
  for (const habit of HABITS) {
    const fill = fills.find(({ id }) => id === habit.id);
    if (!fill) continue;
    const phrase = toPhrase(fill.content);
    let state = newPlan(habit.id);
    let plan = makePlan(phrase, player, wishOf(phrase, state));
    let { best } = state;
    for (let day = habit.from; day >= 1; day--) {
      const dayNumber = Math.floor((midnight - day * DAY) / DAY);
      const comesBack = state.learned !== null && state.learned.due <= dayNumber;
      // She doesn't practise every day.
      if (chance() < 0.3 || (day < habit.to && !comesBack)) continue;
      // The day's plan knows what she reached on earlier days.
      if (state.best !== best) plan = makePlan(phrase, player, wishOf(phrase, state));
      best = state.best;
      if (comesBack) state = { ...state, current: "form" };
      let work = layOutWork(plan, state);
      let at = midnight - day * DAY + 18 * 3_600_000 + Math.floor(chance() * 90) * 60_000;
      for (let repeat = 0; repeat < (comesBack ? RETURN_REPEATS : REPEATS) && work.current; repeat++) {
        const step = work.current;
        const { tempo } = step.standing;
        if (!isPlayed(step.kind)) {
          state = { ...state, ...recordResult(state, work, step.id, "clean", tempo, dayNumber).state } as PlanRow;
          work = layOutWork(plan, state);
          continue;
        }
        const strain = step.ceiling === null ? 0 : Math.max(0, tempo / step.ceiling - 0.8);
        const good = habit.ease - strain * 2;
        const luck = chance();
        const result: Result = luck < good ? "clean" : luck < good + (1 - good) * 0.55 ? "nearly" : "no";
        const seconds = Math.round((240 / tempo) * (step.kind === "form" ? 40 : 20)) / 10;
        at += Math.round(seconds * 1000) + 400;
        runs.push(
          makeRun({ at, seconds, tempo, result, chance, habit, fill: fill.content.name, step, number: runs.length }),
        );
        state = { ...state, ...recordResult(state, work, step.id, result, tempo, dayNumber).state } as PlanRow;
        work = layOutWork(plan, state);
      }
    }
    state = { ...state, current: null };
    plans.push(state);
  }
  return { plans, runs: runs.sort((a, b) => a.at - b.at) };
}

interface RunFacts {
  readonly at: number;
  readonly seconds: number;
  readonly tempo: Bpm;
  readonly result: Result;
  readonly chance: () => number;
  readonly habit: Habit;
  readonly fill: string;
  readonly step: { readonly id: string; readonly kind: StepKind };
  readonly number: number;
}

/** What the app would have heard: her left hand gets more even over the weeks. */
function makeRun({ at, seconds, tempo, result, chance, habit, fill, step, number }: RunFacts): Run {
  const round = (value: number) => Math.round(value * 10) / 10;
  const off = (most: number) => round((chance() - 0.5) * 2 * most);
  const worse = result === "clean" ? 1 : result === "nearly" ? 1.4 : 2.1;
  const weeks = number / 450;
  const hasFeet = step.kind !== "hands";
  const hasHands = step.kind !== "feet";
  const fault = chance() < 0.7 ? habit.fault : (OTHER_FAULTS[Math.floor(chance() * OTHER_FAULTS.length)] ?? null);
  return {
    id: `demo-run-${number}`,
    at,
    fillId: habit.id,
    fill,
    step: step.id,
    kind: step.kind,
    tempo,
    result,
    by: "heard",
    seconds,
    fault: result === "clean" ? null : fault,
    numbers: {
      missed: result === "no" && chance() < 0.4 ? 1 : 0,
      extra: result === "no" && chance() < 0.2 ? 1 : 0,
      offset: off(6 * worse),
      spread: round(6 + 5 * worse * (0.6 + chance() * 0.4)),
      gap: hasFeet && hasHands ? round(4 + off(5 * worse)) : null,
      drift: off(9 * worse),
      flams: result === "no" && chance() < 0.25 ? 1 : 0,
      uneven: {
        ...(hasHands
          ? { R: round(4 * worse + chance() * 2), L: round(Math.max(4.5, 9 - weeks) * worse + chance() * 2) }
          : {}),
        ...(hasFeet ? { K: round(6 * worse + chance() * 2) } : {}),
      },
    },
  };
}
