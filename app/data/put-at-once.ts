import type { Table } from "dexie";

/**
 * Writes rows over whatever has their keys, in a transaction of their own that is committed at once, so that even a page
 * that is just going away leaves them. Calls back with what went wrong, or with null.
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
    // A transaction in which nothing was put completes all the same.
    done(error);
  }
}
