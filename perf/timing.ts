/** The value that a share of the numbers does not exceed. */
export function percentile(values: readonly number[], share: number): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))];
}

/** As `bestOf` for several works that take turns, so that a slow moment of the machine falls on all of them. */
export function bestOfTurns(runs: number, works: readonly (() => void)[]): number[] {
  for (const work of works) work();
  const best = works.map(() => Number.POSITIVE_INFINITY);
  for (let i = 0; i < runs; i++) {
    works.forEach((work, n) => {
      const begun = performance.now();
      work();
      best[n] = Math.min(best[n], performance.now() - begun);
    });
  }
  return best;
}

/** How long some work takes, ms: the best of several runs after one to warm up, since others on the machine only ever add. */
export function bestOf(runs: number, work: () => void): number {
  work();
  let best = Number.POSITIVE_INFINITY;
  for (let i = 0; i < runs; i++) {
    const begun = performance.now();
    work();
    best = Math.min(best, performance.now() - begun);
  }
  return best;
}
