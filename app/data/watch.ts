/** Live queries: asked again whenever what they read has changed, in whatever tab. */

/** Tells what `query` finds, now and after each change. Returns how to stop; what cannot be read is not told. */
export function watch<Found>(query: () => Promise<Found>, onChange: (found: Found) => void): () => void {
  let isOver = false;
  let stop: (() => void) | null = null;
  // The package comes with the database, after the first picture.
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
