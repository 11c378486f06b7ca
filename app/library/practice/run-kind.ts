import { z } from "zod";
import { isSame } from "~/data/same";
import { dayNumber, type MergeCount, type OwnKind } from "../kind";
import { mergeRuns } from "./merge";
import { type PracticeDay, summariseDay } from "./practice-day";
import { type LooseDay, type RunDay, readRunDay, textOfRunDay, writeRunDay } from "./run-day";

/** Maximum characters of a day's runs: some hundred thousand runs. */
const MAX_DAY_TEXT = 16 * 1024 * 1024;

/** A day read from outside, and summarised while reading. */
export interface SummarisedDay extends LooseDay {
  readonly summary: PracticeDay;
}

/** Days read at a time. */
const DAYS_AT_A_TIME = 100;

/** Runs are stored in files by day. They are packed later: see {@link packRuns}. */
export const KIND: OwnKind<RunDay> = {
  shape: "own",
  // Whoever reads a day from outside checks its contents.
  item: z.union([
    z.strictObject({ day: dayNumber, text: z.string().max(MAX_DAY_TEXT) }),
    z.strictObject({ day: dayNumber, packed: z.instanceof(Uint8Array) }),
  ]),
  gather: (book) => book.runs.toArray(),
  merge: async (book, days) => {
    const counts = { added: 0, same: 0, merged: 0 };
    const put: { readonly row: RunDay; readonly summary: PracticeDay }[] = [];
    for (let from = 0; from < days.length; from += DAYS_AT_A_TIME) {
      const some = days.slice(from, from + DAYS_AT_A_TIME);
      const mine = await book.runs.bulkGet(some.map(({ day }) => day));
      for (const [index, theirs] of some.entries()) {
        const merged = mergeDays(mine[index], theirs, counts);
        if (merged) put.push(merged);
      }
    }
    return {
      counts,
      write: async () => {
        await book.runs.bulkPut(put.map(({ row }) => row));
        await book.practiceDays.bulkPut(put.map(({ summary }) => summary));
      },
    };
  },
};

/** The day's new content; null if it is unchanged. */
function mergeDays(mine: RunDay | undefined, theirs: RunDay | SummarisedDay, counts: MergeCount) {
  const { day } = theirs;
  if (!mine && "summary" in theirs) {
    const { summary, text } = theirs;
    counts.added += summary.runs;
    return { row: { day, text }, summary };
  }
  if (mine && "summary" in theirs && textOfRunDay(mine) === theirs.text) {
    counts.same += theirs.summary.runs;
    return null;
  }
  const runs = new Map(readRunDay(mine).map((run) => [run.id, run]));
  const before = { ...counts };
  for (const run of readRunDay(theirs)) {
    const known = runs.get(run.id);
    const merged = known ? mergeRuns(known, run) : run;
    if (!known) counts.added++;
    else if (isSame(known, merged)) counts.same++;
    else counts.merged++;
    runs.set(run.id, merged);
  }
  if (mine && counts.added === before.added && counts.merged === before.merged) return null;
  const all = [...runs.values()];
  return { row: writeRunDay(day, all), summary: summariseDay(day, all) };
}
