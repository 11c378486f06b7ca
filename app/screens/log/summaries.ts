/** What the charts of the log show, from the runs. Days are the player's own; see {@link dayOf}. */

import type { Progress } from "~/core/practice";
import type { Limb } from "~/core/stroke";
import type { FillRow, LessonRow } from "~/library/database";
import { lessonProgress } from "~/library/lesson/progress";
import type { PlanRow } from "~/library/practice/plan";
import type { Run } from "~/library/practice/run";
import { dayOf } from "~/library/practice/store";

export interface DayMinutes {
  readonly day: number;
  readonly minutes: number;
}

/** Minutes of each of the last `days` days up to `today`, empty ones among them. */
export function sumMinutes(runs: readonly Run[], today: number, days: number): DayMinutes[] {
  const sums = new Map<number, number>();
  for (const { at, seconds } of runs) {
    const day = dayOf(at);
    sums.set(day, (sums.get(day) ?? 0) + seconds);
  }
  return Array.from({ length: days }, (_, index) => {
    const day = today - days + 1 + index;
    return { day, minutes: Math.round(((sums.get(day) ?? 0) / 60) * 10) / 10 };
  });
}

export interface DayTempo {
  readonly day: number;
  /** The fastest clean repeat of the whole phrase; null for a day without one. */
  readonly clean: number | null;
  /** The fastest that was tried of anything. */
  readonly tried: number;
}

const WHOLES: readonly Run["kind"][] = ["whole", "basic", "full", "form"];

/** One entry a day on which the fill was practised, in order. */
export function followTempo(runs: readonly Run[], fillId: string): DayTempo[] {
  const days = new Map<number, DayTempo>();
  for (const run of runs) {
    if (run.fillId !== fillId) continue;
    const day = dayOf(run.at);
    const before = days.get(day) ?? { day, clean: null, tried: 0 };
    const isClean = run.result === "clean" && WHOLES.includes(run.kind);
    days.set(day, {
      day,
      clean: isClean ? Math.max(before.clean ?? 0, run.tempo) : before.clean,
      tried: Math.max(before.tried, run.tempo),
    });
  }
  return [...days.values()].sort((a, b) => a.day - b.day);
}

export type DayEvenness = { readonly day: number } & { readonly [limb in Limb]?: number };

/** The mean unevenness of each limb, in percent, on each day on which something was heard. */
export function followEvenness(runs: readonly Run[], fillId: string | null): DayEvenness[] {
  const days = new Map<number, Map<Limb, { sum: number; count: number }>>();
  for (const { at, numbers, fillId: id } of runs) {
    if (!numbers || (fillId !== null && id !== fillId)) continue;
    const day = dayOf(at);
    const limbs = days.get(day) ?? new Map<Limb, { sum: number; count: number }>();
    for (const [limb, uneven] of Object.entries(numbers.uneven) as [Limb, number][]) {
      const { sum, count } = limbs.get(limb) ?? { sum: 0, count: 0 };
      limbs.set(limb, { sum: sum + uneven, count: count + 1 });
    }
    days.set(day, limbs);
  }
  return [...days]
    .sort(([a], [b]) => a - b)
    .map(([day, limbs]) => ({
      day,
      ...Object.fromEntries([...limbs].map(([limb, { sum, count }]) => [limb, Math.round((sum / count) * 10) / 10])),
    }));
}

/** Fills in the order in which they were practised last, with how often. */
export function listPractised(runs: readonly Run[]): { readonly id: string; readonly name: string }[] {
  const seen = new Map<string, string>();
  // The latest first: the name is the last one that the fill had.
  for (const { fillId, fill } of runs) if (!seen.has(fillId)) seen.set(fillId, fill);
  return [...seen].map(([id, name]) => ({ id, name }));
}

/** Where each fill stands, for the day's plan. */
export function listProgress(
  fills: readonly FillRow[],
  plans: readonly PlanRow[],
  lessons: readonly LessonRow[] = [],
): Progress[] {
  const byId = new Map(plans.map((plan) => [plan.id, plan]));
  const nextIn = new Map(
    lessons.flatMap(({ content }) => {
      const next = lessonProgress(content, byId).next;
      return next ? [[next.of, content.name || "Untitled lesson"] as const] : [];
    }),
  );
  return fills.map(({ id, content }) => {
    const plan = byId.get(id);
    return {
      id,
      stepsPassed: plan?.passed ?? 0,
      steps: plan?.steps ?? 0,
      best: plan?.best ?? null,
      goal: plan?.goal ?? content.tempo,
      lastPractised: plan?.lastPractised ?? null,
      learned: plan?.learned ?? null,
      ...(nextIn.has(id) ? { nextIn: nextIn.get(id) ?? "" } : {}),
    };
  });
}

const DAY_NAMES = new Intl.DateTimeFormat("en-GB", { day: "numeric", month: "short", timeZone: "UTC" });

/** "3 Nov" of a day number. */
export function sayDay(day: number): string {
  return DAY_NAMES.format(day * 86_400_000);
}
