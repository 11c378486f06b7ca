/** Live queries: run again whenever their data has changed, in any tab. */

/**
 * Reports the result of `query`, now and after each change. Returns an unsubscribe function; unreadable results aren't
 * reported.
 */
export function watch<Found>(query: () => Promise<Found>, onChange: (found: Found) => void): () => void {
  let isOver = false;
  let stop: (() => void) | null = null;
  // The package loads with the database, after the first picture.
  void import("dexie").then(({ liveQuery }) => {
    if (isOver) return;
    const subscription = liveQuery(query).subscribe({ next: onChange, error: () => {} });
    stop = () => subscription.unsubscribe();
  });
  return () => {
    isOver = true;
    stop?.();
  };
}
