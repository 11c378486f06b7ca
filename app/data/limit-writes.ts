import Dexie, { type DBCore, type DBCoreMutateResponse } from "dexie";
import { makeTrouble } from "./trouble";

/** Milliseconds. Long enough for a book of many years that another tab is writing. */
const SILENT_AFTER = 60_000;

/** No write waits for ever: one that has not answered by then fails as silent, and its transaction with it. */
export function limitWrites(database: Dexie, silentAfter = SILENT_AFTER): void {
  database.use({
    stack: "dbcore",
    name: "limit-writes",
    create: (core): DBCore => ({
      ...core,
      table: (name) => {
        const table = core.table(name);
        return {
          ...table,
          // A promise of the package's own kind: with another one, what follows would lose its transaction.
          mutate: (request) =>
            new Dexie.Promise<DBCoreMutateResponse>((resolve, reject) => {
              const timer = setTimeout(() => reject(makeTrouble("SilentError")), silentAfter);
              table.mutate(request).then(
                (answer) => {
                  clearTimeout(timer);
                  resolve(answer);
                },
                (error) => {
                  clearTimeout(timer);
                  reject(error);
                },
              );
            }),
        };
      },
    }),
  });
}
