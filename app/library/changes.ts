/**
 * Tracks what has changed since the last backup, row by row. Every write to a kind's table is noted in the same
 * transaction, so no clock is involved: deletions count, and so do imports with old dates.
 */

import type { DBCore, DBCoreMutateRequest, DBCoreTable, Dexie, Transaction } from "dexie";
import { ROW_KEYS } from "./kinds";
import { LAST_BACKUP, NEEDS_NO_BACKUP } from "./marks";

export interface ChangeRow {
  /** Table and key of the change. */
  readonly key: string;
  /** Different for every change: a backup covers the changes it saw, not later ones. */
  readonly edit: string;
}

const TABLE = "changes";
const DAY = 24 * 60 * 60 * 1000;
const PAGE = Math.random().toString(36).slice(2);
let edits = 0;

function changeOf(table: string, key: unknown): ChangeRow {
  return { key: `${table}:${String(key)}`, edit: `${PAGE}-${edits++}` };
}

/** Notes every write to these tables. */
export function trackChanges(database: Dexie, tables: readonly string[]): void {
  const isTracked = new Set(tables);
  database.use({
    stack: "dbcore",
    name: TABLE,
    create: (core): DBCore => ({
      ...core,
      transaction: (stores, mode, options) => {
        const notes = mode === "readwrite" && !stores.includes(TABLE) && stores.some((name) => isTracked.has(name));
        return core.transaction(notes ? [...stores, TABLE] : stores, mode, options);
      },
      table: (name) => (isTracked.has(name) ? noting(core, core.table(name)) : core.table(name)),
    }),
  });
}

function noting(core: DBCore, table: DBCoreTable): DBCoreTable {
  return {
    ...table,
    mutate: (request) =>
      table.mutate(request).then((answer) => {
        const values = keysOf(table, request, answer.results).map((key) => changeOf(table.name, key));
        if (values.length === 0) return answer;
        const noted = core.table(TABLE).mutate({ type: "put", trans: request.trans, values });
        return noted.then(() => answer);
      }),
  };
}

function keysOf(table: DBCoreTable, request: DBCoreMutateRequest, results: readonly unknown[] | undefined): unknown[] {
  const { extractKey } = table.schema.primaryKey;
  switch (request.type) {
    case "delete":
      return request.keys;
    case "deleteRange":
      return ["*"];
    default:
      return request.values.map((value: unknown, index: number) => extractKey?.(value) ?? results?.[index]);
  }
}

interface OldRow {
  readonly id: string;
  readonly updatedAt?: number;
  readonly deletedAt?: number;
  readonly lastPractised?: number | null;
}

/** Changes since the last backup of a database from an earlier version. */
export async function bringUpToChanges(transaction: Transaction): Promise<void> {
  const [last, given] = await transaction.table("marks").bulkGet([LAST_BACKUP, NEEDS_NO_BACKUP]);
  const at = Math.max(last?.at ?? 0, given?.at ?? 0);
  // A backup dated in the future was made with a wrong clock: we can't tell when.
  const backup = at > Date.now() ? 0 : at;
  const changes: ChangeRow[] = [];
  for (const name of ROW_KEYS) {
    await transaction.table(name).each(({ id, updatedAt = 0, deletedAt = 0 }: OldRow) => {
      if (Math.max(updatedAt, deletedAt) > backup) changes.push(changeOf(name, id));
    });
  }
  await transaction.table("plans").each(({ id, lastPractised }: OldRow) => {
    if (backup === 0 || (lastPractised ?? 0) * DAY > backup - 2 * DAY) changes.push(changeOf("plans", id));
  });
  for (const name of ["rudiments", "flowRecords"]) {
    const ids = backup === 0 ? await transaction.table(name).toCollection().primaryKeys() : [];
    for (const id of ids) changes.push(changeOf(name, id));
  }
  for (const day of (await transaction.table("runs").toCollection().primaryKeys()) as number[]) {
    if ((day + 1) * DAY > backup) changes.push(changeOf("runs", day));
  }
  await transaction.table(TABLE).bulkPut(changes);
}
