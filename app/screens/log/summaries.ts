/** The data for the log's charts, from the summaries of runs. Days are local. */

import type { Progress } from "~/core/practice";
import type { Limb } from "~/core/stroke";
import type { FillRow, LessonRow } from "~/library/database";
import { lessonProgress } from "~/library/lesson/progress";
import type { PlanRow } from "~/library/practice/plan";
import type { FillDay, Unevenness } from "~/library/practice/practice-day";

export interface DayMinutes {
  readonly day: number;
  readonly minutes: number;
}

/** Minutes for each of the last `days` days up to `today`, including empty ones. */
export function sumMinutes(practised: readonly FillDay[], today: number, days: number): DayMinutes[] {
  const sums = new Map<number, number>();
  for (const { day, seconds } of practised) sums.set(day, (sums.get(day) ?? 0) + seconds);
  return Array.from({ length: days }, (_, index) => {
    const day = today - days + 1 + index;
    return { day, minutes: Math.round(((sums.get(day) ?? 0) / 60) * 10) / 10 };
  });
}

export interface DayTempo {
  readonly day: number;
  /** The fastest clean repeat of the whole phrase; null for a day without one. */
  readonly clean: number | null;
  /** The fastest attempt at anything. */
  readonly tried: number;
}

/** One entry per day on which the fill was practised, in order. */
export function followTempo(practised: readonly FillDay[], fillId: string): DayTempo[] {
  const days = new Map<number, DayTempo>();
  for (const { day, fillId: id, clean, tried } of practised) {
    if (id !== fillId) continue;
    const before = days.get(day);
    const cleanest = Math.max(before?.clean ?? 0, clean ?? 0);
    days.set(day, { day, clean: cleanest > 0 ? cleanest : null, tried: Math.max(before?.tried ?? 0, tried) });
  }
  return [...days.values()].sort((a, b) => a.day - b.day);
}

export type DayEvenness = { readonly day: number } & { readonly [limb in Limb]?: number };

/** Mean unevenness of each limb in percent, for each day with measurements. */
export function followEvenness(practised: readonly FillDay[], fillId: string): DayEvenness[] {
  const days = new Map<number, Map<Limb, Unevenness>>();
  for (const { day, fillId: id, uneven } of practised) {
    const heard = Object.entries(uneven) as [Limb, Unevenness][];
    if (id !== fillId || heard.length === 0) continue;
    const limbs = days.get(day) ?? new Map<Limb, Unevenness>();
    for (const [limb, more] of heard) {
      const before = limbs.get(limb) ?? { sum: 0, runs: 0 };
      limbs.set(limb, { sum: before.sum + more.sum, runs: before.runs + more.runs });
    }
    days.set(day, limbs);
  }
  return [...days]
    .sort(([a], [b]) => a - b)
    .map(([day, limbs]) => ({
      day,
      ...Object.fromEntries([...limbs].map(([limb, { sum, runs }]) => [limb, Math.round((sum / runs) * 10) / 10])),
    }));
}

/** Fills by last practice, latest first, with their names at that time. */
export function listPractised(practised: readonly FillDay[]): { readonly id: string; readonly name: string }[] {
  const last = new Map<string, FillDay>();
  for (const one of practised) if (one.at > (last.get(one.fillId)?.at ?? -1)) last.set(one.fillId, one);
  return [...last.values()].sort((a, b) => b.at - a.at).map(({ fillId, fill }) => ({ id: fillId, name: fill }));
}

/** The state of each fill, for the day's plan. */
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
