import { z } from "zod";
import { sameText } from "~/data/same";
import { dayNumber, type OwnKind } from "../kind";
import { mergeRuns } from "./merge";
import { type PracticeDay, summariseDay } from "./practice-day";
import type { Run } from "./run";
import { packRunDay, type RunDay, readRunDay, textOfRunDay, writeRunDay } from "./run-day";

/** Characters of the runs of a day: some hundred thousand runs. */
const MAX_DAY_TEXT = 16 * 1024 * 1024;

/** Runs travel by the day. */
export const KIND: OwnKind<RunDay> = {
  shape: "own",
  // What is in a day is checked by who reads it from outside.
  item: z.union([
    z.strictObject({ day: dayNumber, text: z.string().max(MAX_DAY_TEXT) }),
    z.strictObject({ day: dayNumber, packed: z.instanceof(Uint8Array) }),
  ]),
  gather: (book) => book.runs.toArray(),
  merge: async (book, days) => {
    const counts = { added: 0, same: 0, merged: 0 };
    const [put, summaries]: [RunDay[], PracticeDay[]] = [[], []];
    const latest = Math.max(
      0,
      ...(await book.runs.orderBy("day").reverse().limit(1).primaryKeys()),
      ...days.map(({ day }) => day),
    );
    for (const theirs of days) {
      const mine = await book.runs.get(theirs.day);
      const runs = readRunDay(theirs);
      const merged = mergeDay(readRunDay(mine), runs, counts);
      // Another form of the same runs is no change.
      const written = writeRunDay(theirs.day, merged);
      if (mine && textOfRunDay(mine) === textOfRunDay(written)) continue;
      put.push(theirs.day < latest ? packRunDay(written) : written);
      summaries.push(summariseDay(theirs.day, merged));
    }
    return {
      counts,
      write: async () => {
        await book.runs.bulkPut(put);
        await book.practiceDays.bulkPut(summaries);
      },
    };
  },
};

function mergeDay(
  mine: readonly Run[],
  theirs: readonly Run[],
  counts: { added: number; same: number; merged: number },
) {
  const runs = new Map(mine.map((run) => [run.id, run]));
  for (const run of theirs) {
    const known = runs.get(run.id);
    const merged = known ? mergeRuns(known, run) : run;
    if (!known) counts.added++;
    else if (sameText(known) === sameText(merged)) counts.same++;
    else counts.merged++;
    runs.set(run.id, merged);
  }
  return [...runs.values()];
}
