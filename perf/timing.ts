import { isSmall } from "./small";

/** The value that a share of the numbers does not exceed. */
export function percentile(values: readonly number[], share: number): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))];
}

/** Some work that is timed, and what must be put in order before each run of it, which is not. */
export interface Work {
  readonly before?: () => void;
  readonly run: () => void;
}

/** As `bestOf` for several works that take turns, so that a slow moment of the machine falls on all of them. */
export function bestOfTurns(runs: number, works: readonly Work[]): number[] {
  if (isSmall) return works.map(timed);
  for (const work of works) timed(work);
  const best = works.map(() => Number.POSITIVE_INFINITY);
  for (let i = 0; i < runs; i++) {
    works.forEach((work, n) => {
      best[n] = Math.min(best[n], timed(work));
    });
  }
  return best;
}

/** How long some work takes, ms: the best of several runs after one to warm up, since others on the machine only ever add. */
export function bestOf(runs: number, run: () => void): number {
  return bestOfTurns(runs, [{ run }])[0];
}

function timed({ before, run }: Work): number {
  before?.();
  const begun = performance.now();
  run();
  return performance.now() - begun;
}
