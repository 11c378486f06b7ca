/** Runs and plans in the book. A run is written down at once; while the database takes none, it waits and is not lost. */

import { z } from "zod";
import type { BookDatabase } from "../database";
import { newPlan, type PlanRow, planSchema } from "./plan";
import { type Run, runSchema } from "./run";

const WAITING_KEY = "dime-stack:runs:";
const PLAN_KEY = "dime-stack:plan:";
const DAY = 24 * 60 * 60 * 1000;

/** The player's own day, as a number of days; as long as it lasts, whatever the clocks do on it. */
export function dayOf(at: number): number {
  const date = new Date(at);
  return Date.UTC(date.getFullYear(), date.getMonth(), date.getDate()) / DAY;
}

/** Null for a fill that was never practised. What is damaged in storage counts as never practised. */
export async function getPlan(book: BookDatabase, fillId: string): Promise<PlanRow | null> {
  return planSchema.safeParse(await book.plans.get(fillId)).data ?? null;
}

export async function listPlans(book: BookDatabase): Promise<PlanRow[]> {
  const rows = await book.plans.toArray();
  return rows.flatMap((row) => planSchema.safeParse(row).data ?? []);
}

/** A plan as it is here, while the database takes none; it goes in when the fill is opened again. */
export function holdPlan(book: BookDatabase, plan: PlanRow): void {
  try {
    localStorage.setItem(`${PLAN_KEY}${book.name}:${plan.id}`, JSON.stringify(plan));
  } catch {
    // Then it is on the page only, which says that it is not saved.
  }
}

/** The plan of a fill that is opened: one that was held goes in first. */
export async function openPlan(book: BookDatabase, fillId: string): Promise<PlanRow | null> {
  const key = `${PLAN_KEY}${book.name}:${fillId}`;
  const held = readHeld(key);
  if (held?.id === fillId) {
    try {
      await book.plans.put(held);
      localStorage.removeItem(key);
    } catch {
      return held;
    }
  }
  return getPlan(book, fillId);
}

function readHeld(key: string): PlanRow | null {
  try {
    return planSchema.safeParse(JSON.parse(localStorage.getItem(key) ?? "null")).data ?? null;
  } catch {
    return null;
  }
}

/** Changes a fill's plan as it is in the database now, whatever another tab has made of it. */
export async function changePlan(
  book: BookDatabase,
  fillId: string,
  change: (plan: PlanRow) => PlanRow,
): Promise<PlanRow> {
  return book.transaction("rw", book.plans, async () => {
    const changed = change((await getPlan(book, fillId)) ?? newPlan(fillId));
    await book.plans.put(changed);
    return changed;
  });
}

/**
 * Runs are kept by the day, as text: so many rows would take the database longer to hand over than all else that the
 * Log does. Days are the world's here, so that a run's day is the same wherever the player is.
 */
function keptDayOf({ at }: Pick<Run, "at">): number {
  return Math.floor(at / DAY);
}

/** Without what is damaged. The whole schema is for what comes from outside; here it would take too long. */
function readDay(row: { readonly text: string } | undefined): Run[] {
  try {
    const runs: unknown = JSON.parse(row?.text ?? "[]");
    return Array.isArray(runs) ? runs.filter(isSound) : [];
  } catch {
    return [];
  }
}

function isSound(run: Run): boolean {
  return (
    typeof run?.id === "string" &&
    typeof run.at === "number" &&
    typeof run.tempo === "number" &&
    typeof run.fill === "string" &&
    typeof run.kind === "string" &&
    typeof run.result === "string" &&
    (run.numbers === null || typeof run.numbers?.uneven === "object")
  );
}

/** How many runs were played after a time (milliseconds since 1970): only their days are read. */
export async function countRunsSince(book: BookDatabase, at: number): Promise<number> {
  const days = await book.runs.where("day").aboveOrEqual(keptDayOf({ at })).toArray();
  return days.flatMap(readDay).filter((run) => run.at > at).length;
}

/** All runs, the latest first. */
export async function listRuns(book: BookDatabase): Promise<Run[]> {
  const days = await book.runs.toArray();
  return days.flatMap(readDay).sort((a, b) => b.at - a.at);
}

/** Changes the runs of one day, whatever another tab has made of them. */
async function changeDay(book: BookDatabase, day: number, change: (runs: Run[]) => Run[]): Promise<void> {
  await book.transaction("rw", book.runs, async () => {
    const runs = change(readDay(await book.runs.get(day)));
    if (runs.length > 0) await book.runs.put({ day, text: JSON.stringify(runs) });
    else await book.runs.delete(day);
  });
}

/** Puts runs in, each once; one that is there under the same id is replaced. Throws when the database takes none. */
export async function putRuns(book: BookDatabase, runs: readonly Run[]): Promise<void> {
  const days = new Map<number, Run[]>();
  for (const run of runs) days.set(keptDayOf(run), [...(days.get(keptDayOf(run)) ?? []), run]);
  await book.transaction("rw", book.runs, async () => {
    for (const [day, more] of days) {
      const ids = new Set(more.map(({ id }) => id));
      await changeDay(book, day, (before) => [...before.filter(({ id }) => !ids.has(id)), ...more]);
    }
  });
}

export async function noteRun(book: BookDatabase, run: Pick<Run, "id" | "at">, note: string): Promise<void> {
  await changeDay(book, keptDayOf(run), (runs) =>
    runs.map((one) => {
      if (one.id !== run.id) return one;
      const { note: _, ...rest } = one;
      return note ? { ...rest, note } : rest;
    }),
  );
}

/** The run that was deleted; null when it was not there. */
export async function deleteRun(book: BookDatabase, run: Pick<Run, "id" | "at">): Promise<Run | null> {
  let deleted: Run | null = null;
  await changeDay(book, keptDayOf(run), (runs) => {
    deleted = runs.find(({ id }) => id === run.id) ?? null;
    return runs.filter(({ id }) => id !== run.id);
  });
  return deleted;
}

/** Runs that wait for the database, in this browser's other storage. */
export function listWaiting(book: BookDatabase): Run[] {
  const waiting: Run[] = [];
  try {
    for (const key of Object.keys(localStorage)) {
      if (!key.startsWith(keyOf(book, ""))) continue;
      const run = readWaiting(localStorage.getItem(key));
      if (run) waiting.push(run);
      else localStorage.removeItem(key);
    }
  } catch {
    // Nothing is kept there.
  }
  return waiting;
}

/** The demo's runs wait apart from the player's own. */
function keyOf(book: BookDatabase, id: string): string {
  return `${WAITING_KEY}${book.name}:${id}`;
}

function readWaiting(text: string | null): Run | null {
  try {
    return z.nullable(runSchema).safeParse(JSON.parse(text ?? "null")).data ?? null;
  } catch {
    return null;
  }
}

/** Keeps a run. False when the database did not take it: then it waits, and is tried again with the next one. */
export async function keepRun(book: BookDatabase, run: Run): Promise<boolean> {
  try {
    localStorage.setItem(keyOf(book, run.id), JSON.stringify(run));
  } catch {
    // The database may still take it.
  }
  return keepWaiting(book, [run]);
}

/** Tries to keep all that waits, and these. */
export async function keepWaiting(book: BookDatabase, more: readonly Run[] = []): Promise<boolean> {
  const runs = new Map([...listWaiting(book), ...more].map((run) => [run.id, run]));
  if (runs.size === 0) return true;
  try {
    await putRuns(book, [...runs.values()]);
  } catch {
    return false;
  }
  for (const id of runs.keys()) localStorage.removeItem(keyOf(book, id));
  return true;
}
