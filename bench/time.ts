/** Medians of many runs. */

export function median(values: readonly number[]): number {
  const sorted = values.toSorted((a, b) => a - b);
  return sorted[Math.floor(sorted.length / 2)] ?? Number.NaN;
}

/** Milliseconds of one run, the median of `runs` after warming up. */
export function time(runs: number, work: () => unknown): number {
  for (let run = 0; run < Math.min(20, runs); run++) work();
  return median(
    Array.from({ length: runs }, () => {
      const began = performance.now();
      work();
      return performance.now() - began;
    }),
  );
}
