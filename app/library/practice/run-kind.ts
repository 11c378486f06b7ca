import { defineOwn } from "../kind";
import { type Run, runSchema } from "./run";
import { listRuns, putRuns } from "./store";

export const KIND = defineOwn<Run>({
  item: runSchema,
  gather: async (book) => (await listRuns(book)).reverse(),
  take: async (book, runs) => {
    const have = new Set((await listRuns(book)).map(({ id }) => id));
    const added = runs.filter(({ id }) => !have.has(id));
    await putRuns(book, added);
    return added.length;
  },
});
