/** The middle of some numbers. */
export function median(values: readonly number[]): number {
  return percentile(values, 0.5);
}

/** The value that a share of the numbers does not exceed. */
export function percentile(values: readonly number[], share: number): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))];
}

/** How long some work takes, ms, the median of several runs after one to warm up. */
export function timed(work: () => void, runs = 7): number {
  work();
  return median(
    Array.from({ length: runs }, () => {
      const begun = performance.now();
      work();
      return performance.now() - begun;
    }),
  );
}
