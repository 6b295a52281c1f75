/** The value that a share of the numbers does not exceed. */
export function percentile(values: readonly number[], share: number): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))];
}

/** How long some work takes, ms: the best of several runs after one to warm up, since others on the machine only ever add. */
export function timed(work: () => void, runs = 7): number {
  work();
  return Math.min(
    ...Array.from({ length: runs }, () => {
      const begun = performance.now();
      work();
      return performance.now() - begun;
    }),
  );
}
