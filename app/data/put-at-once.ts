import type { Table } from "dexie";

/**
 * Writes rows in their own transaction, committed immediately, so that even a page that is just closing leaves them.
 * Calls back with the error, or null.
 */
export function putAtOnce<Of>(table: Table<Of, string>, rows: readonly Of[], done: (error: unknown) => void): void {
  try {
    const transaction = table.db.backendDB().transaction(table.name, "readwrite");
    const store = transaction.objectStore(table.name);
    for (const row of rows) store.put(row);
    transaction.oncomplete = () => done(null);
    transaction.onabort = () => done(transaction.error ?? new Error(`nothing was written to ${table.name}`));
    transaction.commit();
  } catch (error) {
    // A transaction without writes completes all the same.
    done(error);
  }
}
