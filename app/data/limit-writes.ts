import Dexie, { type DBCore, type DBCoreMutateResponse } from "dexie";
import { makeTrouble } from "./trouble";

/** Milliseconds. Long enough for another tab to write a book of many years. */
const SILENT_AFTER = 60_000;

/** No write waits for ever: one that hasn't finished by then fails as "silent", along with its transaction. */
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
          // The package's own kind of promise: with any other, the code that follows would lose its transaction.
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
