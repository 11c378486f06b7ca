/** Runs and plans in the book. A run is stored immediately; if the database refuses, it waits and isn't lost. */

import { z } from "zod";
import { putAtOnce } from "~/data/put-at-once";
import { actEntry } from "../acts";
import type { BookDatabase } from "../database";
import { mergeRuns } from "./merge";
import { newPlan, type PlanRow, planSchema } from "./plan";
import { type FillDay, summariseDay } from "./practice-day";
import { type Run, runSchema } from "./run";
import { groupByDay, isWhole, packRunDay, readRunDay, runDayOf, writeRunDay } from "./run-day";

/** Days packed per transaction. */
const DAYS_AT_A_TIME = 20;
/** The mark of the day up to which runs are packed. */
const PACKED = "runs-packed";
const WAITING_KEY = "dime-stack:runs:";
const PLAN_KEY = "dime-stack:plan:";
/** Null for a fill that was never practised. Damaged plans count as never practised. */
export async function getPlan(book: BookDatabase, fillId: string): Promise<PlanRow | null> {
  return planSchema.safeParse(await book.plans.get(fillId)).data ?? null;
}

export async function listPlans(book: BookDatabase): Promise<PlanRow[]> {
  const rows = await book.plans.toArray();
  return rows.flatMap((row) => planSchema.safeParse(row).data ?? []);
}

/** A plan held here while the database refuses it; it is stored when the fill is opened again. */
export function holdPlan(book: BookDatabase, plan: PlanRow): void {
  try {
    localStorage.setItem(`${PLAN_KEY}${book.name}:${plan.id}`, JSON.stringify(plan));
  } catch {
    // Then it exists only on the page, which says that it isn't saved.
  }
}

/** The plan of a fill being opened; a held one is stored first. */
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

/** Changes a fill's plan as it is in the database now, whatever other tabs have done to it. */
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

/** Adds missing summaries of days, for books from an earlier version. */
export async function completeSummaries(book: BookDatabase): Promise<void> {
  // Usually none is missing, and comparing the counts shows that without reading keys.
  const [all, have] = await Promise.all([book.runs.count(), book.practiceDays.count()]);
  if (all === have) return;
  const [days, summarised] = await Promise.all([
    book.runs.toCollection().primaryKeys(),
    book.practiceDays.toCollection().primaryKeys(),
  ]);
  const known = new Set(summarised);
  const missing = days.filter((day) => !known.has(day));
  for (let from = 0; from < missing.length; from += DAYS_AT_A_TIME) {
    await book.transaction("rw", book.runs, book.practiceDays, async () => {
      const rows = await book.runs.bulkGet(missing.slice(from, from + DAYS_AT_A_TIME));
      const there = rows.flatMap((row) => row ?? []);
      await book.practiceDays.bulkPut(there.map((row) => summariseDay(row.day, readRunDay(row))));
    });
  }
}

const daysAndRuns = z.array(z.tuple([z.number(), z.number()]));

/** Number of runs per day, without reading them. */
export async function countRuns(book: BookDatabase): Promise<{ readonly day: number; readonly runs: number }[]> {
  const keys = daysAndRuns.parse(await book.practiceDays.orderBy("[day+runs]").keys());
  return keys.map(([day, runs]) => ({ day, runs }));
}

/** The summaries that charts need. */
export async function listFillDays(book: BookDatabase): Promise<FillDay[]> {
  const days = await book.practiceDays.toArray();
  return days.flatMap(({ fills }) => fills);
}

/** The runs from day `from` to `to` (UTC days since 1970, inclusive), latest first. */
export async function listRuns(book: BookDatabase, from = 0, to = Number.POSITIVE_INFINITY): Promise<Run[]> {
  const days = await book.runs.where("day").between(from, to, true, true).toArray();
  // Days are in order, and so are each day's runs.
  return days.flatMap(readRunDay).reverse();
}

/** Changes one day's runs as they are now, whatever other tabs have done to them, and updates the summary. */
async function changeDay(book: BookDatabase, day: number, change: (runs: Run[]) => Run[]): Promise<void> {
  await book.transaction("rw", book.runs, book.practiceDays, async () => {
    const runs = change(readRunDay(await book.runs.get(day)));
    if (runs.length > 0) {
      await book.runs.put(writeRunDay(day, runs));
      await book.practiceDays.put(summariseDay(day, runs));
    } else {
      await book.runs.delete(day);
      await book.practiceDays.delete(day);
    }
  });
}

/** Adds runs, each once; an existing run with the same id keeps its notes. Throws if the database refuses. */
export async function putRuns(book: BookDatabase, runs: readonly Run[]): Promise<void> {
  await book.transaction("rw", book.runs, book.practiceDays, async () => {
    for (const [day, more] of groupByDay(runs)) {
      await changeDay(book, day, (before) => {
        const all = new Map(before.map((run) => [run.id, run]));
        for (const run of more) all.set(run.id, mergeRuns(all.get(run.id) ?? run, run));
        return [...all.values()];
      });
    }
  });
}

/**
 * Packs the runs of all days but the latest, a few at a time, so that nobody has to wait; nothing is lost. Returns the
 * number of packed days.
 */
export async function packRuns(book: BookDatabase): Promise<number> {
  const from = (await book.marks.get(PACKED))?.at ?? 0;
  const days = await book.runs.where("day").aboveOrEqual(from).primaryKeys();
  // The latest day may still grow.
  const latest = days.pop();
  if (latest === undefined) return 0;
  let packed = 0;
  for (let index = 0; index < days.length; index += DAYS_AT_A_TIME) {
    packed += await book.transaction("rw", book.runs, async () => {
      const rows = await book.runs.bulkGet(days.slice(index, index + DAYS_AT_A_TIME));
      const whole = rows.flatMap((row) => (row && "text" in row && isWhole(row) ? row : []));
      const written = whole.map((row) => packRunDay(writeRunDay(row.day, readRunDay(row))));
      await book.runs.bulkPut(written);
      return written.length;
    });
  }
  await book.marks.put({ key: PACKED, at: latest });
  return packed;
}

export async function noteRun(book: BookDatabase, run: Pick<Run, "id" | "at">, note: string): Promise<void> {
  await changeDay(book, runDayOf(run), (runs) =>
    runs.map((one) => {
      if (one.id !== run.id) return one;
      const { note: _, ...rest } = one;
      return note ? { ...rest, note } : rest;
    }),
  );
}

/** The deleted run; null if there was none. */
export async function deleteRun(book: BookDatabase, run: Pick<Run, "id" | "at">): Promise<Run | null> {
  let deleted: Run | null = null;
  await changeDay(book, runDayOf(run), (runs) => {
    deleted = runs.find(({ id }) => id === run.id) ?? null;
    return runs.filter(({ id }) => id !== run.id);
  });
  return deleted;
}

/** Runs waiting for the database, in localStorage. */
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
    // Nothing can be stored there.
  }
  return waiting;
}

/** The demo's runs wait separately from the player's own. */
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

/** Saves a run. False if the database refused: then it waits, and is retried with the next one. */
export async function keepRun(book: BookDatabase, run: Run): Promise<boolean> {
  // The journal survives a page killed now; localStorage survives a database that refuses writes.
  const entry = actEntry({ do: "run", run });
  if (book.isOpen()) putAtOnce(book.journal, [entry], () => {});
  try {
    localStorage.setItem(keyOf(book, run.id), JSON.stringify(run));
  } catch {
    // The database may still accept it.
  }
  const isKept = await keepWaiting(book, [run]);
  if (isKept) await book.journal.delete(entry.key).catch(console.error);
  return isKept;
}

/** Tries to save all waiting runs, and these. */
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
